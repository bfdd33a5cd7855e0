/**
 * Writes the demo's measurements: the Bakehouse as it is, of materials that take more than is stated of their kind, heard by the simulated microphone, bare (a lamp rings along), with its first four panels and as it hangs now, along a walk of five
 * places, with the subwoofer alone and beside the pair, and at rest. The samples are kept as 16-bit WAV beside the program, by their content. Run after a change of what the microphone hears:
 * npm run measurements
 */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';

const core = (path) => import(new URL(`../core/src/${path}.ts`, import.meta.url).href);
const [
  { readProjectFile },
  { writeProjectFile },
  { soundingOf, roomKey },
  { createWaveEngine },
  { loadLinalg },
  room,
  { simulated },
  { settingOf },
  { materialOf },
  mic,
  commands,
] = await Promise.all([
  core('formats/projectFile'),
  core('formats/checked'),
  core('document/soundingRoom'),
  core('studies/waves/waveEngine'),
  core('numerics/linalg/load'),
  core('studies/listen/room'),
  core('studies/listen/simulate'),
  core('room/setting'),
  core('document/materials'),
  core('synthesis/microphone'),
  core('document/commands/commands'),
]);

const demo = new URL('../demo/bakehouse.tawny.json', import.meta.url);
const folder = new URL('../web/public/recordings/', import.meta.url);
const text = readFileSync(demo, 'utf8');
const read = readProjectFile(text, text.length);
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const edited = (project, ...list) => list.reduce((p, c) => commands.applyCommand(p, c).project, project);

// Without what was measured before, so that a second run gives the same.
const now = edited(read.project, ...read.project.measured.list.map((m) => ({ type: 'take-measurement', id: m.id })));
const pieces = now.treatment.pieces;
const bare = edited(now, { type: 'take-pieces', ids: pieces.map((p) => p.id) });
const four = pieces.filter((p) => p.place.kind === 'at').slice(0, 4);
const early = edited(bare, { type: 'put-pieces', pieces: four.length > 0 ? four : pieces.slice(0, 1) });

/** Samples as a file of 16 bits holds them: zero has no sign there. */
const rounded = (x) =>
  Float32Array.from(x, (v) => (Math.max(-32768, Math.min(32767, Math.round(v * 32768))) || 0) / 32768);
function wav16(samples, rate) {
  const bytes = Buffer.alloc(44 + 2 * samples.length);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + 2 * samples.length, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(2 * rate, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((v, i) => bytes.writeInt16LE(Math.round(v * 32768), 44 + 2 * i));
  return bytes;
}

/** What the Bakehouse's materials take over what is stated of their kind, octaves 63 … 8000: the owner does not know it. */
const TRUTH = {
  'plasterboard-joists': [1.5, 1.6, 1.45, 1.35, 1.25, 1.2, 1.2, 1.2],
  'plaster-on-brick': [1.2, 1.2, 1.3, 1.4, 1.35, 1.3, 1.25, 1.2],
  'boards-on-joists': [1.25, 1.3, 1.3, 1.3, 1.25, 1.25, 1.2, 1.2],
};
const asItIs = (project) => ({
  ...project,
  materials: Object.entries(TRUTH).map(([id, factors]) => {
    const stated = materialOf(project, id);
    return { ...stated, alpha: stated.alpha.map((a, b) => a * factors[b]) };
  }),
});
/** Where the shade of the lamp rings, Hz; until it was taken off. */
const LAMP_HZ = 412;

const engine = createWaveEngine(loadLinalg);
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
let seed = 0;
/** Largest value of the take before, or 1: what it was divided by. `like`: to be divided by the same. */
let loudest = 1;
/** An impulse response at so many samples a second, 0.85 s of it (what rings along wants to be heard longer), a little noise under it. */
async function impulse(project, letters, place, rate, rattle = null, like = null) {
  const setting = room.hearingSetting(asItIs(project), place);
  const solution = await engine.solve(setting, 'full', () => {});
  const loudspeakers = setting.loudspeakers.filter((l) => letters.includes(l.letter));
  seed += 1;
  const around = { ...mic.QUIET, seed, noiseDb: -100, rattle };
  const take = { loudspeakers, sweep: null, around, rate, seed: 1 };
  const { samples } = await simulated(setting, 'refused' in solution ? null : solution, take);
  const most =
    like ??
    Math.max(
      1,
      samples.reduce((m, v) => Math.max(m, Math.abs(v)), 0),
    );
  loudest = most;
  return rounded(samples.slice(0, Math.round((rattle === null ? 0.85 : 1.25) * rate)).map((v) => (0.7 * v) / most));
}
/** The room at rest before such a take: what the sweep stands over, as the microphone hands it out. */
function rest(rate, seconds, around) {
  return rounded(mic.recorded(new Float64Array(Math.round(seconds * rate)), rate, { ...mic.QUIET, ...around }));
}
function keep(samples, rate) {
  const hash = createHash('sha256').update(Buffer.from(samples.buffer)).digest('hex');
  writeFileSync(new URL(`${hash}.wav`, folder), wav16(samples, rate));
  return hash;
}

async function taken(project, letters, place, rate, rattle = null, like = null) {
  const audio = keep(await impulse(project, letters, place, rate, rattle, like), rate);
  const quiet = keep(rest(rate, 0.5, { seed: 100 + seed, noiseDb: -72 }), rate);
  return { kind: 'impulse', audio, rate, quiet, sweep: { from: 20, to: 20000, seconds: 10 }, took: TOOK };
}

const TOOK = { clipped: 0, channels: 1, shortened: false, tail: 1.5, harmonicDb: null };
// One microphone of one's own, with what it hears too much of.
const calibration = {
  ...{ id: 'microphone-1', name: 'Our microphone' },
  ...{ f: [20, 40, 100, 2000, 6000, 12000, 20000], db: [-1.4, -0.5, 0, 0, 0.6, 1.9, -0.8] },
};
let project = edited(now, { type: 'put-calibration', calibration });
let count = 0;
function put(of, at, title, holds, values) {
  count += 1;
  const sounding = soundingOf(of);
  const measurement = {
    ...{ id: `take-${count}`, at, title, by: 'simulated', from: 'simulated microphone' },
    ...{ loudspeakers: [], place: { name: 'Seat', at: null } },
    ...{ holds, calibration: null, fullScaleDb: 104, note: '', room: roomKey(sounding) },
    ...values,
  };
  project = edited(project, { type: 'put-measurement', measurement, room: sounding });
}
const story = [
  [bare, '2026-09-12T18:20:00Z', 'Bare room, left', 'L', 'Before anything went up. Door shut, nobody in the room.'],
  [bare, '2026-09-12T18:31:00Z', 'Bare room, right', 'R', ''],
  [early, '2026-10-03T17:05:00Z', 'First four panels, left', 'L', 'Same stand, tape on the floor.'],
  [now, '2026-11-07T16:40:00Z', 'As it hangs now, left', 'L', ''],
  [now, '2026-11-07T16:52:00Z', 'As it hangs now, right', 'R', ''],
];
for (const [of, at, title, letter, note] of story)
  put(of, at, title, await taken(of, [letter], null, 48000, of === bare ? LAMP_HZ : null), {
    loudspeakers: [letter],
    note,
  });
// The owner looked for what rang along, and found it.
project = edited(project, {
  type: 'put-verdict',
  verdict: {
    ...{ id: 'verdict-1', at: '2026-09-13T09:10:00Z', measurement: 'take-1' },
    finding: { kind: 'ring', f: 411.6, delay: null, sizeDb: 0 },
    ...{
      cause: 'a thing that rings along',
      says: 'agreed',
      note: 'The shade of the lamp by the door: it sits on felt now.',
    },
  },
});
const setting = settingOf(now);
/** What the pair at the seat was divided by. */
let seatLevel = null;
for (const [i, back] of [-0.6, -0.3, 0, 0.3, 0.6].entries()) {
  const [x, y] = setting.frame.toSurvey([setting.head[0], setting.head[1] + back]);
  const place = { x: Number(x.toFixed(3)), y: Number(y.toFixed(3)), z: setting.head[2] };
  const cm = Math.round(Math.abs(back) * 100);
  const name = back === 0 ? 'Walk, at the seat' : `Walk, ${cm} cm ${back < 0 ? 'forward' : 'back'}`;
  put(now, `2026-11-08T10:${10 + 4 * i}:00Z`, name, await taken(now, ['L', 'R'], place, 24000), {
    loudspeakers: ['L', 'R'],
    place: { name: back === 0 ? 'Seat' : `${cm} cm ${back < 0 ? 'forward' : 'back'}`, at: place },
  });
  if (back === 0) seatLevel = loudest;
}
// The subwoofer alone and with the pair, at one level with the walk: how they meet is found of the three.
const seat = project.measured.list.find((m) => m.title === 'Walk, at the seat').place;
for (const [minute, letters, title] of [
  [40, ['W'], 'Subwoofer alone, at the seat'],
  [44, ['L', 'R', 'W'], 'Pair and subwoofer, at the seat'],
])
  put(now, `2026-11-08T10:${minute}:00Z`, title, await taken(now, letters, seat.at, 24000, null, seatLevel), {
    loudspeakers: letters,
    place: seat,
  });
const atRest = keep(rest(24000, 1.8, { seed: 40, noiseDb: -76, hum: 50 }), 24000);
put(
  now,
  '2026-11-08T22:15:00Z',
  'At rest, at night',
  { kind: 'noise', audio: atRest, rate: 24000, quiet: null, sweep: null, took: { ...TOOK, tail: null } },
  { note: 'Computer on, radiator off.' },
);
writeFileSync(demo, writeProjectFile(project));
process.stdout.write(
  `${project.measured.list.length} measurements, ${Object.keys(project.measured.rooms).length} rooms\n`,
);
