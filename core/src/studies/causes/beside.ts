/** Which other measurements say something of one: of the same room and place from some of its loudspeakers or from the one opposite, and the one before. */
import type { MeasuredRoom, Measurement, Project } from '../../document/schema/project';
import { equal } from '../../document/sharing';
import { type Changed, placeOf, roomChanges } from '../listen/compare';

export interface Beside {
  parts: Measurement[];
  twin: Measurement | null;
  before: { measurement: Measurement; changed: Changed[] } | null;
}

/** A microphone put back stands within this, and loudspeakers are opposite each other within that, m. */
const SAME_PLACE = 0.03;
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

/** `list`: all that hold a response. */
export function besideOf(list: readonly Measurement[], { rooms }: Project['measured'], m: Measurement): Beside {
  const room = rooms[m.room]!;
  const at = placeOf(m, room);
  const near = (n: Measurement) => {
    const p = placeOf(n, rooms[n.room]!);
    return Math.hypot(p.x - at.x, p.y - at.y, p.z - at.z) <= SAME_PLACE;
  };
  const others = list.filter((n) => n.id !== m.id && near(n));
  const letters = lettersOf(m);
  const newest = (all: readonly Measurement[]) => [...all].sort((a, b) => (a.at < b.at ? 1 : -1));
  const parts = newest(others.filter((n) => n.room === m.room)).filter(
    (n) =>
      n.loudspeakers.length > 0 &&
      n.loudspeakers.length < letters.length &&
      n.loudspeakers.every((l) => letters.includes(l)),
  );
  const opposite = letters.length === 1 ? oppositeOf(room, letters[0]!) : null;
  const twin = newest(others.filter((n) => n.room === m.room && equal(n.loudspeakers, [opposite])))[0] ?? null;
  const before = newest(others.filter((n) => n.at < m.at && equal(lettersOf(n), letters)))[0];
  return {
    parts: parts.filter((n, i) => parts.findIndex((p) => equal(lettersOf(p), lettersOf(n))) === i),
    twin: opposite === null ? null : twin,
    before: before ? { measurement: before, changed: roomChanges(rooms[before.room]!, room) } : null,
  };
}
