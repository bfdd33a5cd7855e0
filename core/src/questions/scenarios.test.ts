/** Scenarios side by side say what the verdict says of each by itself; what differs is said in words. */
import { applyCommand, type Command } from '../document/commands/commands';
import { openedAs } from '../document/scenarios';
import type { Project } from '../document/schema/project';
import { loadLinalg } from '../numerics/linalg/load';
import { chosenDecay } from '../studies/decay/study';
import { settingOf } from '../room/setting';
import { demo } from '../testing/demo';
import { numbers } from '../testing/pieces';
import { differencesOf } from '../words/scenarios';
import { measuresAt } from './figures';
import { glanceAt } from './glance';
import { buildAt } from './build';
import { compared } from './scenarios';

const run = (p: Project, ...commands: Command[]) => commands.reduce((q, c) => applyCommand(q, c).project, p);
const made = (room: string, ...commands: Command[]) =>
  run(
    demo(room),
    { type: 'put-scenario', id: 'a', name: 'Other', why: '', like: null },
    { type: 'open-scenario', id: 'a' },
    ...commands,
  );
const versionsOf = (p: Project) =>
  [null, ...p.scenarios.list.map((s) => s.id)].map((id) => ({ id, project: openedAs(p, id).project }));
const said = (p: Project, system: 'metric' | 'feet' = 'metric') => {
  const { faces } = settingOf(openedAs(p, 'a').project);
  return differencesOf(p, p.scenarios.list[0]!, system, (id) => faces.find((f) => f.id === id)?.name ?? id);
};

test.each(['bakehouse', 'ferry-hall', 'signal-cabin'])('%s: figures are those of the opened room', async (room) => {
  const kept = made(room, { type: 'set-ear-height', earHeight: 1.35 }, numbers({ A: 3 }));
  const told = await compared({ versions: versionsOf(kept), waves: false }, loadLinalg);
  expect(told.map((t) => t.id)).toEqual([null, 'a']);
  for (const t of told) {
    const { project } = openedAs(kept, t.id);
    const glance = glanceAt(project);
    const { chosen, mix } = chosenDecay(glance.decay);
    expect(t.measures).toEqual(measuresAt(glance, { decay: { chosen, mix, answer: null }, swing: null }));
    expect(t.cost).toBe(buildAt(project).result.cost);
  }
  expect(Object.values(told[0]!.gains).every((g) => g === 0)).toBe(true);
});

test('with the waves the swing is among them', async () => {
  const kept = made('signal-cabin', { type: 'set-ear-height', earHeight: 1.35 });
  const parts: number[] = [];
  const told = await compared({ versions: versionsOf(kept), waves: true }, loadLinalg, (part) => parts.push(part));
  const swing = told.map((t) => t.measures.find((m) => m.id === 'swing')?.value ?? null);
  expect(swing.every((v) => v !== null && v > 0)).toBe(true);
  expect(parts.at(-1)).toBe(1);
  expect(parts.every((v, i) => v >= (parts[i - 1] ?? 0))).toBe(true);
}, 600_000);

test('differences in words, each part with all its edits, in the reader’s units', () => {
  const start = demo('bakehouse');
  const thing = start.room.furniture[0]!;
  const kept = made(
    'bakehouse',
    { type: 'set-height', height: 2.7 },
    { type: 'take-away', list: 'furniture', id: thing.id },
    { type: 'set-material', surface: 'C', material: 'brick-bare' },
    { type: 'set-ear-height', earHeight: 1.3 },
    { type: 'move-head', x: start.listening.head.x + 0.3, y: start.listening.head.y },
    numbers({ B: 2 }),
    { type: 'set-climate', climate: { temperatureC: 14 } },
  );
  const parts = said(kept);
  expect(parts.flatMap((p) => p.edits).sort((a, b) => a - b)).toEqual(kept.scenarios.list[0]!.edits.map((_, i) => i));
  const text = (part: string, list = parts) => list.find((p) => p.part === part)?.sentences.join(' ') ?? '';
  expect(text('shape')).toBe(`Height 270.0 cm instead of ${(100 * start.room.height).toFixed(1)} cm.`);
  expect(text('furniture')).toBe(`Not there: ${thing.name}.`);
  expect(text('surfaces')).toMatch(/wall.*: .* instead of .*\.$/i);
  expect(text('seat')).toMatch(/The head is 30\.0 cm from where it was\. Ears at 130\.0 cm instead of/);
  expect(text('pieces')).toMatch(/: \d+ instead of \d+\./);
  expect(text('other')).toBe('Set otherwise: temperature c.');
  expect(text('shape', said(kept, 'feet'))).toMatch(/^Height 8′ 10.*instead of/);
});

test('what meets a room changed since is told with both, lengths as lengths', () => {
  const kept = run(
    made('bakehouse', { type: 'set-height', height: 2.7 }),
    { type: 'open-scenario', id: null },
    { type: 'set-height', height: 2.5 },
  );
  const [shape] = said(kept);
  expect(shape!.clashes).toEqual([
    {
      ...{ edit: 0, canStand: true },
      sentence: 'height: 270.0 cm here, but the room itself says 250.0 cm since.',
    },
  ]);
});

test('what the room itself has come to say as well is no difference', () => {
  const kept = run(
    made('bakehouse', { type: 'set-height', height: 2.7 }, { type: 'set-ear-height', earHeight: 1.3 }),
    { type: 'open-scenario', id: null },
    { type: 'set-height', height: 2.7 },
  );
  expect(said(kept).map((p) => p.part)).toEqual(['seat']);
});

test('a thing worked on in the room and gone in the scenario: told, and gone once that is insisted on', () => {
  const { id, ...desk } = demo('bakehouse').room.furniture[0]!;
  const kept = run(
    made('bakehouse', { type: 'take-away', list: 'furniture', id }),
    { type: 'open-scenario', id: null },
    { type: 'put', list: 'furniture', thing: { ...desk, id, x: desk.x + 0.1 } },
  );
  const there = (p: Project) => openedAs(p, 'a').project.room.furniture.some((f) => f.id === id);
  const [clash] = said(kept)[0]!.clashes;
  expect([there(kept), clash!.canStand]).toEqual([true, true]);
  const insisted = run(kept, { type: 'settle-scenario', id: 'a', edits: [clash!.edit], keep: true });
  expect([there(insisted), openedAs(insisted, 'a').clashes]).toEqual([false, []]);
});

test('in what a thing is otherwise', () => {
  const thing = demo('bakehouse').room.furniture[0]!;
  const put = (values: Partial<typeof thing>) =>
    said(made('bakehouse', { type: 'put', list: 'furniture', thing: { ...thing, ...values } }))[0]!.sentences;
  expect(put({ x: thing.x + 0.1 })).toEqual([`Otherwise: ${thing.name} (moved).`]);
  expect(put({ width: thing.width + 0.1, y: thing.y + 0.1 })).toEqual([
    `Otherwise: ${thing.name} (moved, another size).`,
  ]);
  expect(put({ clearance: thing.clearance + 0.1 })).toEqual([`Otherwise: ${thing.name} (set otherwise).`]);
});
