/** Two measurements beside each other: what else changed between them, and whether their curves may be compared. */
import { type Holds, isSound, type MeasuredRoom, type Measurement } from '../../document/schema/project';
import { equal } from '../../document/sharing';
import { type BandDecay, timeOf } from '../../signal/decay';

export type Changed =
  | { what: 'loudspeakers'; before: string[]; after: string[] }
  | { what: 'place'; before: string; after: string; by: number | null }
  | { what: 'calibration'; before: number | null; after: number | null }
  | { what: 'microphone' }
  | { what: 'source' }
  | { what: 'state'; before: string | null; after: string | null }
  | { what: 'room-shape' }
  | { what: 'material'; of: string; before: string; after: string }
  | { what: 'furniture' | 'opening' | 'patch'; name: string; how: 'came' | 'went' | 'moved' | 'changed' }
  | { what: 'pieces'; recipe: string; before: number; after: number }
  | { what: 'pieces-moved'; recipe: string; count: number }
  | { what: 'recipe'; name: string }
  | { what: 'loudspeaker-moved'; letter: string; by: number }
  | { what: 'loudspeaker-turned'; letter: string }
  | { what: 'tone'; letter: string; how: 'level' | 'delay' | 'polarity' | 'crossover' | 'shelf' }
  | { what: 'rig'; letter: string; how: 'came' | 'went' }
  | { what: 'seat'; by: number }
  | { what: 'air'; before: number; after: number };

type Named = { id: string; name: string };

function things<T extends Named>(
  what: 'furniture' | 'opening' | 'patch',
  before: readonly T[],
  after: readonly T[],
  placeOf: (t: T) => unknown,
): Changed[] {
  const gone = before
    .filter((t) => !after.some((u) => u.id === t.id))
    .map((t): Changed => ({ what, name: t.name, how: 'went' }));
  const others = after.flatMap((t): Changed[] => {
    const was = before.find((u) => u.id === t.id);
    if (!was) return [{ what, name: t.name, how: 'came' }];
    if (equal(was, t)) return [];
    return [{ what, name: t.name, how: equal(placeOf(was), placeOf(t)) ? 'changed' : 'moved' }];
  });
  return [...gone, ...others];
}

function pieceChanges(before: MeasuredRoom, after: MeasuredRoom): Changed[] {
  const hungOf = (room: MeasuredRoom) => room.pieces.filter((p) => p.state === 'hung');
  // Where nothing is told to hang yet, what is decided counts: the studies take it so.
  const countsOf = (room: MeasuredRoom) => {
    const list = hungOf(room).length > 0 ? hungOf(room) : room.pieces;
    const counts = new Map<string, number>();
    for (const p of list)
      counts.set(p.recipe, (counts.get(p.recipe) ?? 0) + (p.place.kind === 'number' ? p.place.count : 1));
    return counts;
  };
  const [was, is] = [countsOf(before), countsOf(after)];
  const nameOf = (id: string) =>
    after.recipes.find((r) => r.id === id)?.name ?? before.recipes.find((r) => r.id === id)?.name ?? id;
  const changed = [...new Set([...was.keys(), ...is.keys()])].flatMap((id): Changed[] => {
    const [n, m] = [was.get(id) ?? 0, is.get(id) ?? 0];
    if (n !== m) return [{ what: 'pieces', recipe: nameOf(id), before: n, after: m }];
    const moved = after.pieces.filter((p) => {
      const old = before.pieces.find((q) => q.id === p.id);
      return p.recipe === id && old !== undefined && !equal(old.place, p.place);
    }).length;
    return moved > 0 ? [{ what: 'pieces-moved', recipe: nameOf(id), count: moved }] : [];
  });
  const recipes = after.recipes.flatMap((r): Changed[] => {
    const old = before.recipes.find((q) => q.id === r.id);
    return old && is.has(r.id) && !equal(old, r) ? [{ what: 'recipe', name: r.name }] : [];
  });
  return [...changed, ...recipes];
}

function rigChanges(before: MeasuredRoom, after: MeasuredRoom): Changed[] {
  const gone = before.loudspeakers
    .filter((l) => !after.loudspeakers.some((m) => m.id === l.id))
    .map((l): Changed => ({ what: 'rig', letter: l.letter, how: 'went' }));
  return [
    ...gone,
    ...after.loudspeakers.flatMap((l): Changed[] => {
      const was = before.loudspeakers.find((m) => m.id === l.id);
      const { letter } = l;
      if (!was) return [{ what: 'rig', letter, how: 'came' }];
      const by = Math.hypot(l.x - was.x, l.y - was.y, l.axisHeight - was.axisHeight);
      const tone = (
        [
          ['level', was.feed.gainDb, l.feed.gainDb],
          ['delay', was.feed.delayMs, l.feed.delayMs],
          ['polarity', was.feed.inverted, l.feed.inverted],
          ['crossover', was.feed.crossover, l.feed.crossover],
          ['shelf', was.lowShelf, l.lowShelf],
        ] as const
      ).flatMap(([how, a, b]): Changed[] => (equal(a, b) ? [] : [{ what: 'tone', letter, how }]));
      return [
        ...(by > 0.005 ? [{ what: 'loudspeaker-moved' as const, letter, by }] : []),
        ...(was.aimDeg !== l.aimDeg || was.tiltDeg !== l.tiltDeg
          ? [{ what: 'loudspeaker-turned' as const, letter }]
          : []),
        ...tone,
      ];
    }),
  ];
}

/** A room as warm as the other within this, °C. */
const SAME_AIR = 2;

/** What is not the same in two rooms. */
export function roomChanges(before: MeasuredRoom, after: MeasuredRoom): Changed[] {
  const [a, b] = [before.room, after.room];
  const list: Changed[] = [];
  const stateOf = ({ states: { list: all, current } }: MeasuredRoom) => all.find((s) => s.id === current)?.name ?? null;
  if (stateOf(before) !== stateOf(after)) list.push({ what: 'state', before: stateOf(before), after: stateOf(after) });
  const shape = ({ corners, height, ceiling, beams, platforms, partitions }: MeasuredRoom['room']) =>
    [corners, height, ceiling, beams, platforms, partitions] as const;
  if (!equal(shape(a), shape(b))) list.push({ what: 'room-shape' });
  for (const [face, { material }] of Object.entries(b.surfaces)) {
    const was = a.surfaces[face]?.material;
    if (was !== undefined && was !== material) list.push({ what: 'material', of: face, before: was, after: material });
  }
  list.push(
    ...things('furniture', a.furniture, b.furniture, (t) => [t.x, t.y, t.turnDeg, t.lift]),
    ...things('opening', a.openings, b.openings, (t) => [t.wall, t.u, t.v]),
    ...things('patch', a.patches, b.patches, (t) => [t.face, t.u, t.v]),
    ...pieceChanges(before, after),
    ...rigChanges(before, after),
  );
  const [h, k] = [before.listening.head, after.listening.head];
  const by = Math.hypot(h.x - k.x, h.y - k.y, h.earHeight - k.earHeight);
  if (by > 0.005) list.push({ what: 'seat', by });
  const [s, t] = [before.climate.temperatureC, after.climate.temperatureC];
  if (Math.abs(s - t) > SAME_AIR) list.push({ what: 'air', before: s, after: t });
  return list;
}

/** In survey coordinates, m. */
export interface Spot {
  x: number;
  y: number;
  z: number;
}

/** Where a microphone stood. */
export const placeOf = (m: Measurement, room: MeasuredRoom): Spot => m.place.at ?? seatOf(room);

export const seatOf = ({ listening: { head } }: MeasuredRoom): Spot => ({ x: head.x, y: head.y, z: head.earHeight });

/** A microphone put back stands within this, m. */
const SAME_PLACE = 0.03;
export const apart = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
export const samePlace = (a: Spot, b: Spot): boolean => apart(a, b) <= SAME_PLACE;

export interface Comparison {
  changed: Changed[];
  /** May curves be laid over each other: in full; decay alone; in shape but not in level. */
  verdict: 'yes' | 'shape-only' | 'decay-only' | 'noise-only' | 'two-places' | 'no';
}

export interface DecayBeside {
  label: number;
  before: number | null;
  after: number | null;
  /** After over before, less 1; null where either is not read. */
  change: number | null;
}

/** Decay times of two readings, band by band of the first. */
export const decaysBeside = (before: readonly BandDecay[], after: readonly BandDecay[]): DecayBeside[] =>
  before.map((band) => {
    const other = after.find((b) => b.label === band.label);
    const [was, is] = [timeOf(band), other ? timeOf(other) : null];
    return { label: band.label, before: was, after: is, change: was !== null && is !== null ? is / was - 1 : null };
  });

type Shown = 'response' | 'decay' | 'noise';
/** What is read of a measurement, by what it holds. */
export const SHOWS: Readonly<Record<Holds['kind'], readonly Shown[]>> = {
  impulse: ['response', 'decay', 'noise'],
  noise: ['noise'],
  speech: [],
  response: ['response'],
  decay: ['decay'],
  levels: ['noise'],
  events: [],
};

/** What else changed between two measurements, and what may be compared. */
export function compareMeasurements(
  before: { measurement: Measurement; room: MeasuredRoom },
  after: { measurement: Measurement; room: MeasuredRoom },
): Comparison {
  const [m, n] = [before.measurement, after.measurement];
  const changed: Changed[] = [];
  const sorted = (list: readonly string[]) => [...list].sort();
  const others = !equal(sorted(m.loudspeakers), sorted(n.loudspeakers));
  if (others) changed.push({ what: 'loudspeakers', before: sorted(m.loudspeakers), after: sorted(n.loudspeakers) });
  const [p, q] = [placeOf(m, before.room), placeOf(n, after.room)];
  const by = apart(p, q);
  // The seat may have moved with its room: that is told as the seat.
  const moved = by > SAME_PLACE;
  if (moved && (m.place.at !== null || n.place.at !== null))
    changed.push({ what: 'place', before: m.place.name, after: n.place.name, by });
  if (m.fullScaleDb !== n.fullScaleDb)
    changed.push({ what: 'calibration', before: m.fullScaleDb, after: n.fullScaleDb });
  const source = m.by !== n.by || (m.by === 'live' && m.from !== n.from);
  if (source) changed.push({ what: 'source' });
  if (m.calibration !== n.calibration) changed.push({ what: 'microphone' });
  const rooms = roomChanges(before.room, after.room);
  changed.push(...rooms);
  const rig = rooms.some((c) => ['loudspeaker-moved', 'loudspeaker-turned', 'tone', 'rig'].includes(c.what));
  const both = SHOWS[m.holds.kind].filter((what) => SHOWS[n.holds.kind].includes(what));
  const verdict =
    both.length === 0
      ? 'no'
      : !both.includes('decay') && !both.includes('response')
        ? 'noise-only'
        : others || !both.includes('response')
          ? 'decay-only'
          : moved || rig
            ? 'two-places'
            : source ||
                m.fullScaleDb !== n.fullScaleDb ||
                m.calibration !== n.calibration ||
                !isSound(m.holds) ||
                !isSound(n.holds)
              ? 'shape-only'
              : 'yes';
  return { changed, verdict };
}
