/** Which other measurements say something of one: of the same room and place from some of its loudspeakers or from the one opposite, and the one before. */
import type { MeasuredRoom, Measurement, Project } from '../../document/schema/project';
import { equal } from '../../document/sharing';
import { type Changed, placeOf, roomChanges, samePlace } from '../listen/compare';

export interface Beside {
  parts: Measurement[];
  twin: Measurement | null;
  before: { measurement: Measurement; changed: Changed[] } | null;
}

/** Loudspeakers are opposite each other within this, m. */
const OPPOSITE = 0.4;

const lettersOf = ({ loudspeakers }: Measurement) => [...loudspeakers].sort();

/** The loudspeaker opposite: of the same kind, where the mirror image about the line of sight lies; null: there is none. */
export function oppositeOf({ loudspeakers, listening }: MeasuredRoom, letter: string): string | null {
  const own = loudspeakers.find((l) => l.letter === letter);
  if (!own || own.role === 'sub') return null;
  const [cos, sin] = wayFaced(listening.head, loudspeakers);
  const about = (l: { x: number; y: number }): [number, number] => {
    const [dx, dy] = [l.x - listening.head.x, l.y - listening.head.y];
    return [dx * cos + dy * sin, -dx * sin + dy * cos];
  };
  const [x, y] = about(own);
  const far = loudspeakers
    .filter((l) => l.letter !== letter && l.role === own.role)
    .map((l) => {
      const [p, q] = about(l);
      return { letter: l.letter, off: Math.hypot(p + x, q - y, l.axisHeight - own.axisHeight) };
    })
    .sort((a, b) => a.off - b.off)[0];
  return far && far.off < OPPOSITE && Math.abs(x) > OPPOSITE / 2 ? far.letter : null;
}

/** Across the way to the middle of the main loudspeakers. */
function wayFaced(
  head: MeasuredRoom['listening']['head'],
  loudspeakers: MeasuredRoom['loudspeakers'],
): [cos: number, sin: number] {
  const mains = loudspeakers.filter((l) => l.role === 'main');
  const [x, y] = [0, 1].map(
    (k) => mains.reduce((s, l) => s + (k === 0 ? l.x - head.x : l.y - head.y), 0) / Math.max(1, mains.length),
  ) as [number, number];
  const size = Math.hypot(x, y) || 1;
  return [-y / size, x / size];
}

/** Of takes at one place of one room, the first of a choice before others: those from some of these loudspeakers, and the one from the loudspeaker opposite. */
export function speakingAlong<T extends { letters: readonly string[] }>(
  letters: readonly string[],
  room: MeasuredRoom,
  takes: readonly T[],
): { parts: T[]; twin: T | null } {
  const sorted = (t: T) => [...t.letters].sort();
  const parts = takes.filter(
    (t) => t.letters.length > 0 && t.letters.length < letters.length && t.letters.every((l) => letters.includes(l)),
  );
  const opposite = letters.length === 1 ? oppositeOf(room, letters[0]!) : null;
  return {
    parts: parts.filter((t, i) => parts.findIndex((p) => equal(sorted(p), sorted(t))) === i),
    twin: opposite === null ? null : (takes.find((t) => equal(t.letters, [opposite])) ?? null),
  };
}

/** `list`: all that hold a response. */
export function besideOf(list: readonly Measurement[], { rooms }: Project['measured'], m: Measurement): Beside {
  const room = rooms[m.room]!;
  const at = placeOf(m, room);
  const others = list
    .filter((n) => n.id !== m.id && samePlace(placeOf(n, rooms[n.room]!), at))
    .sort((a, b) => (a.at < b.at ? 1 : -1));
  const takes = others.flatMap((n) => (n.room === m.room ? [{ letters: n.loudspeakers, of: n }] : []));
  const { parts, twin } = speakingAlong(m.loudspeakers, room, takes);
  const before = others.find((n) => n.at < m.at && equal(lettersOf(n), lettersOf(m)));
  return {
    parts: parts.map((p) => p.of),
    twin: twin && twin.of,
    before: before ? { measurement: before, changed: roomChanges(rooms[before.room]!, room) } : null,
  };
}
