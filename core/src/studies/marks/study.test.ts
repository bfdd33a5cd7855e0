import { FIRST_COVER } from '../../document/recipes';
import { standoffOf } from '../../recipes/curve';
import { insideOutline } from '../../geometry/polygon';
import { distance, type Vec3 } from '../../geometry/vector';
import { apexOf } from '../../document/place/placing';
import type { Project } from '../../document/schema/project';
import { movedPlane, mirrorPoint } from '../../physics/reflections/zones';
import { seeded } from '../../testing/random';
import { edited, plainBox, wardrobe } from '../../testing/rooms';
import { coverMark, twinMark } from './coverMark';
import { frontCorners } from '../../room/fronts';
import { studyMarks } from './study';
import { secondOrderInputs, studySecondOrder } from './secondOrder';
import { settingOf } from '../../room/setting';
import { reflectorsOn } from './find';
import { blockerBetween, targetsFor } from '../../room/mirrors';
import { piecesOver, standBefore } from './ways';
import { directivityOctaves } from '../../physics/loudspeakers/directivity';
import { demo } from '../../testing/demo';
import { numbers } from '../../testing/pieces';

const marksOf = (p: Project) => studyMarks(p).result.marks;
const markOf = (p: Project, id: string) => marksOf(p).find((m) => m.id === id)!;
/** Bare plaster, nothing decided, loudspeakers alike in all directions: what a mirror alone says. */
const bare = () => edited(plainBox(), numbers({}), { type: 'set-marking', marking: { directivity: 'alike' } });

describe.each(['bakehouse', 'ferry-hall', 'signal-cabin'])('%s', (name) => {
  const project = demo(name);
  const states = [null, ...project.states.list.map((s) => s.id)];

  test.each(states)('state %s: a zone holds the point of every head position sampled inside its range', (state) => {
    const here = edited(project, { type: 'switch-state', id: state });
    const setting = settingOf(here);
    const { marks } = studyMarks(here, setting).result;
    expect(marks.length).toBeGreaterThan(5);
    const random = seeded(11);
    const { forward, back, side, up, down } = here.listening.range;
    const apex = apexOf(here, [setting.head[0], setting.head[1]]);
    let points = 0;
    for (let i = 0; i < 10_000; i++) {
      const head: Vec3 = [
        setting.head[0] + random.between(-side, side),
        setting.head[1] + random.between(-forward, back),
        setting.head[2] + random.between(-down, up),
      ];
      const l = setting.loudspeakers[i % 2]!;
      const [low, high] = frontCorners(l, apex, 'drivers') as [Vec3, Vec3];
      const t = random.between(0, 1);
      const from: Vec3 = [
        low[0] + t * (high[0] - low[0]),
        low[1] + t * (high[1] - low[1]),
        low[2] + t * (high[2] - low[2]),
      ];
      const targets = targetsFor(setting.room, l.at, setting.head);
      for (const target of targets) {
        const own = marks.filter((m) => m.loudspeaker === l.id && m.face === target.id);
        for (const { standoff, pieces, holes } of reflectorsOn(setting, target)) {
          const at = mirrorPoint(movedPlane(target.plane, standoff), from, head);
          const local = at && target.toLocal(at);
          if (!at || !local || !insideOutline(local, target.outline)) continue;
          const on = (list: typeof pieces) => list.some((p) => insideOutline(local, p.outline));
          if (pieces.length > 0 ? !on(pieces) : on(holes)) continue;
          const reflecting = own.filter((m) => Math.abs(m.standoff - standoff) < 1e-6);
          if (i % 40 === 0 && reflecting.length === 0) {
            // No mark only where something stands in the way of every place, or where pieces take all but a fiftieth of it.
            const free = !blockerBetween(targets, from, at, target) && !blockerBetween(targets, at, head, target);
            const taken = own.some((m) => m.covered);
            if (free && !taken)
              throw new Error(`${l.letter} on ${target.name} is seen from ${head.join()} and has no mark`);
          }
          if (reflecting.length === 0) continue;
          points += 1;
          if (!reflecting.some((m) => insideOutline(local, m.zone.outline) || (m.piece !== null && !m.covered))) {
            throw new Error(`${reflecting[0]!.id}: ${local.join()} outside its zone`);
          }
        }
      }
    }
    expect(points).toBeGreaterThan(10_000);
  });

  test('every mark can be judged, drawn and, on walls and ceilings, answered', () => {
    const setting = settingOf(project);
    const { result, issues } = studyMarks(project, setting);
    for (const m of result.marks) {
      expect(m.zone.room.every((p) => p.every(Number.isFinite))).toBe(true);
      expect(m.levelDb === null || m.levelDb <= 0).toBe(true);
      expect(m.octavesDb).toHaveLength(8);
      const answer = coverMark(setting, m, result.marks);
      expect(answer === null).toBe(m.kind !== 'wall' && m.kind !== 'ceiling');
      if (answer?.proposal) expect(answer.proposal.covers).toContain(m.id);
    }
    expect(issues.every((i) => i.code.startsWith('marks.'))).toBe(true);
  });
});

test('mirror symmetry: in a symmetric room the marks of left and right are mirror images, zones and all', () => {
  for (let seed = 1; seed <= 25; seed++) {
    const random = seeded(seed);
    const width = random.between(2.5, 6);
    const p = edited(
      plainBox(),
      { type: 'set-box', box: { width, length: random.between(3, 8), height: random.between(2.2, 3.5) } },
      { type: 'set-triangle', triangleSide: random.between(1.1, width * 0.6) },
      { type: 'set-ear-height', earHeight: random.between(1, 1.4) },
      {
        type: 'set-range',
        range: { forward: random.between(0, 0.5), side: random.between(0, 0.4), up: random.between(0, 0.6) },
      },
      { type: 'set-marking', marking: { front: random.pick(['axis', 'drivers', 'baffle'] as const) } },
    );
    const setting = settingOf(p);
    const { marks } = studyMarks(p, setting).result;
    const left = marks.filter((m) => m.loudspeaker === 'left');
    const flip = { left: 'right', right: 'left' } as Record<string, string>;
    expect(left.length).toBeGreaterThan(4);
    for (const m of left) {
      const twin = marks.find((k) => k.loudspeaker === 'right' && k.faceName === (flip[m.faceName] ?? m.faceName));
      if (!twin) throw new Error(`seed ${seed}: ${m.faceName} has no twin`);
      expect(distance(twin.at, [2 * setting.axis - m.at[0], m.at[1], m.at[2]])).toBeLessThan(1e-9);
      expect(twin.levelDb).toBeCloseTo(m.levelDb!, 9);
      const xs = (zone: typeof m.zone) => zone.room.map((q) => q[0]);
      expect(Math.min(...xs(twin.zone))).toBeCloseTo(2 * setting.axis - Math.max(...xs(m.zone)), 9);
      expect(twinMark(setting, m, marks)?.id).toBe(twin.id);
    }
  }
});

describe('the plane of the tape', () => {
  test('with panels decided it is their face: the point worked out by hand, and its way from the bare one', () => {
    const p = edited(bare(), numbers({ B: 6 }));
    const mark = markOf(p, 'right-B');
    const before = markOf(bare(), 'right-B');
    const off = standoffOf(FIRST_COVER);
    expect(mark.standoff).toBeCloseTo(off, 12);
    const setting = settingOf(p);
    const s = setting.loudspeakers[1]!.at;
    const h = setting.head;
    // Distances from the panel's face: similar triangles.
    const [ds, dh] = [4 - off - s[0], 4 - off - h[0]];
    expect(mark.at[0]).toBeCloseTo(4 - off, 12);
    expect(mark.at[1]).toBeCloseTo(s[1] + ((h[1] - s[1]) * ds) / (ds + dh), 9);
    expect(mark.bare!.local[0]).toBeCloseTo(before.local[0], 9);
    expect(mark.bare!.away).toBeCloseTo(Math.abs(mark.local[0] - before.local[0]), 9);
    expect(mark.bare!.away).toBeGreaterThan(0.01);
    expect(before.bare).toBeNull();
  });

  test('a head that moves nowhere and a point of a loudspeaker make the smallest zone, standing up a taller one', () => {
    const still = { forward: 0, back: 0, side: 0, up: 0, down: 0 };
    const still2 = edited(
      bare(),
      { type: 'set-range', range: still },
      { type: 'set-marking', marking: { front: 'baffle' } },
    );
    const standing = edited(still2, { type: 'set-range', range: { up: 0.5 } });
    const height = (p: Project) => {
      const { box } = markOf(p, 'right-B').zone;
      return box.high - box.low;
    };
    expect(height(standing)).toBeGreaterThan(height(still2) + 0.1);
    // Nothing moves and only the axis counts: a point each, and a strip of tape over it.
    const points = marksOf(edited(still2, { type: 'set-marking', marking: { front: 'axis' } }));
    expect(points).toHaveLength(12);
    for (const { zone, local } of points) {
      expect(zone.box.right - zone.box.left).toBeCloseTo(0.05, 9);
      expect(zone.box.high - zone.box.low).toBeCloseTo(0.05, 9);
      expect(insideOutline(local, zone.outline)).toBe(true);
    }
  });
});

describe('what a loudspeaker sends sideways', () => {
  const box = () => edited(bare(), { type: 'set-marking', marking: { directivity: 'box' } });

  test('straight ahead nothing changes, sideways and behind it is quieter, more so the higher the note', () => {
    const [alike, by] = [marksOf(bare()), marksOf(box())];
    expect(by.map((m) => m.id).sort()).toEqual(alike.map((m) => m.id).sort());
    for (const m of by) {
      const plain = alike.find((k) => k.id === m.id)!;
      expect(m.levelDb!).toBeLessThanOrEqual(plain.levelDb! + 0.3);
      expect(m.delay).toBe(plain.delay);
    }
    const drop = (id: string, o: number) =>
      alike.find((m) => m.id === id)!.octavesDb[o]! - by.find((m) => m.id === id)!.octavesDb[o]!;
    expect(drop('left-A', 0)).toBeLessThan(1);
    expect(drop('left-A', 5)).toBeGreaterThan(15);
    expect(drop('left-A', 5)).toBeGreaterThan(drop('left-A', 3));
    // By hand: R to its own wall, the way to the mark against the way it points.
    const p = box();
    const setting = settingOf(p);
    const r = setting.loudspeakers.find((l) => l.letter === 'R')!;
    const mark = markOf(p, 'right-B');
    const to = (q: Vec3): Vec3 => [q[0] - r.at[0], q[1] - r.at[1], q[2] - r.at[2]];
    const [a, b] = [to(mark.at), to(setting.head)];
    const angle = Math.acos((a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / Math.hypot(...a) / Math.hypot(...b));
    const deg = Math.round((angle * 180) / Math.PI);
    const sent = directivityOctaves({ width: r.box.width, mount: 'free' }, (deg * Math.PI) / 180, setting.c);
    expect(drop('right-B', 4)).toBeCloseTo(-10 * Math.log10(sent[4]!), 6);
  });

  test('second order leaves the loudspeaker the same way', () => {
    const paths = (p: Project) => studySecondOrder(secondOrderInputs(settingOf(p))).paths;
    const [alike, by] = [paths(bare()), paths(box())];
    expect(by.length).toBeGreaterThan(4);
    for (const x of by) expect(x.levelDb).toBeLessThanOrEqual(alike.find((y) => y.id === x.id)!.levelDb + 0.3);
    expect(by.some((x) => x.levelDb < alike.find((y) => y.id === x.id)!.levelDb - 5)).toBe(true);
  });
});

describe('every loudspeaker on every surface', () => {
  test('subwoofers throw no marks; set flush there is no front mark; the way out of sight is named', () => {
    const p = edited(bare(), { type: 'set-rig', layout: 'surround-5', second: true, subs: 2 });
    const marks = marksOf(p);
    expect(new Set(marks.map((m) => m.letter))).toEqual(new Set(['L', 'R', 'C', 'Ls', 'Rs', 'L2', 'R2']));
    const flush = edited(
      bare(),
      { type: 'set-loudspeaker', id: 'left', values: { mount: 'flush' }, mirror: true },
      { type: 'place-by-rule' },
    );
    expect(marksOf(flush).some((m) => m.faceName === 'front')).toBe(false);
    expect(marksOf(flush).some((m) => m.faceName === 'rear')).toBe(true);
    const high = edited(bare(), {
      type: 'put',
      list: 'furniture',
      thing: wardrobe({ x: 3.6, y: 1.4, depth: 0.5, width: 0.7 }),
    });
    const gone = studyMarks(high).result.hidden.filter((h) => h.faceName === 'right');
    expect(gone.map((h) => h.by).every((by) => by.startsWith('Wardrobe'))).toBe(true);
    expect(gone.length).toBeGreaterThan(0);
  });

  test('moving one loudspeaker leaves the marks of the others the same objects of thought', () => {
    const p = edited(bare(), { type: 'set-rig', layout: 'surround-7-heights-4', second: false, subs: 1 });
    const before = marksOf(p).filter((m) => m.letter === 'C');
    const after = marksOf(edited(p, { type: 'move-loudspeaker', id: 'left', x: 1, y: 0.8, mirror: false })).filter(
      (m) => m.letter === 'C',
    );
    expect(after).toEqual(before);
  });

  test('second order in an empty box: eighteen ways for each loudspeaker', () => {
    const p = bare();
    const heard: number[] = [];
    const { paths, tried } = studySecondOrder(secondOrderInputs(settingOf(p)), (part) => heard.push(part));
    // Images of a box: 6 of the first order, 18 of the second.
    expect(paths.filter((x) => x.loudspeaker === 'left')).toHaveLength(18);
    expect(tried).toBe(2 * 6 * 5);
    expect(heard.at(-1)).toBe(1);
    for (const x of paths) {
      const way = x.path.slice(1).reduce((s, q, i) => s + distance(q, x.path[i]!), 0);
      expect(way).toBeCloseTo(x.length, 9);
      expect(x.levelDb).toBeGreaterThanOrEqual(-30);
    }
  });
});

describe('ways out', () => {
  test('both sides at once: every piece a name of its own, after those that hang already', () => {
    const p = bare();
    const pair = marksOf(p).filter((m) => m.id === 'left-D' || m.id === 'right-B');
    const pieces = piecesOver(settingOf(p), pair, marksOf(p), 'cover', '2026-11-01T08:00:00Z');
    expect(pieces.map((x) => [x.id, x.state, x.dates.laidOut])).toEqual(
      ['piece-1', 'piece-2'].map((id) => [id, 'laid-out', '2026-11-01T08:00:00Z']),
    );
    expect(pieces.map((x) => x.covers)).toEqual([
      expect.arrayContaining(['left-D']),
      expect.arrayContaining(['right-B']),
    ]);
    const hung = edited(p, { type: 'put-pieces', pieces });
    const more = piecesOver(settingOf(hung), [markOf(hung, 'left-A')], marksOf(hung), 'spread', null);
    expect(more.map((x) => [x.id, x.recipe, x.name])).toEqual([['piece-3', 'qrd-7', 'Diffuser 3']]);
  });

  test('a panel on feet stands along its wall, inside the room, and hides the reflection whichever wall is faced', () => {
    for (const wall of ['A', 'B', 'C', 'D']) {
      const p = edited(bare(), { type: 'face-wall', wall });
      const mark = marksOf(p).find((m) => m.faceName === 'right' && m.own)!;
      const q = edited(p, { type: 'put', list: 'furniture', thing: standBefore(settingOf(p), mark) });
      expect(marksOf(q).some((m) => m.id === mark.id)).toBe(false);
      expect(
        studyMarks(q).result.hidden.find((h) => h.face === mark.face && h.loudspeaker === mark.loudspeaker)?.by,
      ).toMatch(/^Stand-alone panel 1/);
    }
  });
});
