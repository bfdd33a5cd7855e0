/** Measurements that say how a subwoofer meets the loudspeakers: each alone and both together, at one place of one room. */
import type { Measurement, Project } from '../../document/schema/project';
import { frequencyGrid, type ResponseWindow, transferOf } from '../../signal/response';
import { calibrated, type Points } from '../../signal/calibration';
import { placeOf, samePlace } from '../listen/compare';
import { MEET, type Meeting, meeting, type MeetPlace } from './meet';

export interface MeetTake {
  samples: ArrayLike<number>;
  rate: number;
  /** Sample the direct sound begins at. */
  onset: number;
  own: Points | null;
}
export interface MeetTakes {
  title: string;
  mains: MeetTake;
  sub: MeetTake;
  together: MeetTake;
}

/** A subwoofer rises slowly: what comes before its onset is part of it. */
const WINDOW: ResponseWindow = { before: 0.04, after: 0.6 };

/** Complex response at frequencies, re the onset; a microphone's own taken off its size. */
function complexAt({ samples, rate, onset, own }: MeetTake, grid: readonly number[]) {
  const { spectrum, bin } = transferOf(samples, rate, onset, WINDOW);
  const off = calibrated(
    Float64Array.from(grid, () => 0),
    [...grid],
    own,
  );
  const [re, im] = [new Float64Array(grid.length), new Float64Array(grid.length)];
  grid.forEach((f, i) => {
    const k = Math.floor(f / bin);
    const part = f / bin - k;
    const size = 10 ** (off[i]! / 20);
    re[i] = size * (spectrum[2 * k]! * (1 - part) + spectrum[2 * k + 2]! * part);
    im[i] = size * (spectrum[2 * k + 1]! * (1 - part) + spectrum[2 * k + 3]! * part);
  });
  return { re, im };
}

/** Throws RangeError for no place. */
export function meetingOf(places: readonly MeetTakes[]): Meeting {
  const rate = Math.min(...places.map((p) => p.together.rate));
  const grid = frequencyGrid(rate).filter((f) => f >= MEET[0] && f <= MEET[1]);
  return meeting(
    grid,
    places.map(({ title, mains, sub, together }): MeetPlace => {
      const both = complexAt(together, grid);
      return {
        ...{ title, mains: complexAt(mains, grid), sub: complexAt(sub, grid) },
        togetherDb: grid.map((_, i) => 10 * Math.log10(Math.max(1e-24, both.re[i]! ** 2 + both.im[i]! ** 2))),
      };
    }),
  );
}

export interface MeetGroup {
  /** Letters of the subwoofers, and of those they play with. */
  subs: string[];
  mains: string[];
  places: { title: string; mains: Measurement; sub: Measurement; together: Measurement }[];
}

const letters = (m: Measurement) => [...m.loudspeakers].sort().join();

/** What was measured alone and together of one room, the one with the newest first. */
export function meetGroups(list: readonly Measurement[], { rooms }: Project['measured']): MeetGroup[] {
  const impulses = [...list].filter((m) => m.holds.kind === 'impulse').sort((a, b) => (a.at < b.at ? 1 : -1));
  const groups = new Map<string, MeetGroup>();
  for (const together of impulses) {
    const room = rooms[together.room]!;
    const isSub = (letter: string) => room.loudspeakers.find((l) => l.letter === letter)?.role === 'sub';
    const [subs, mains] = [together.loudspeakers.filter(isSub), together.loudspeakers.filter((l) => !isSub(l))];
    if (subs.length === 0 || mains.length === 0) continue;
    const at = placeOf(together, room);
    const alone = (of: readonly string[]) =>
      impulses.find((m) => {
        const near = samePlace(placeOf(m, room), at);
        return m.room === together.room && near && letters(m) === [...of].sort().join();
      });
    const [sub, main] = [alone(subs), alone(mains)];
    if (!sub || !main) continue;
    const key = `${together.room} ${letters(together)}`;
    const group = groups.get(key) ?? { subs: [...subs].sort(), mains: [...mains].sort(), places: [] };
    const known = group.places.some((p) => samePlace(placeOf(p.together, room), at));
    if (!known) group.places.push({ title: together.place.name, mains: main, sub, together });
    groups.set(key, group);
  }
  return [...groups.values()];
}
