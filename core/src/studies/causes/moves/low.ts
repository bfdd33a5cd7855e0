/** What could mend a peak or a dip of the bass without building: ears, loudspeakers and subwoofers elsewhere, polarity, delay. Each is tried in the room's own waves. */
import { insideOutline } from '../../../geometry/polygon';
import type { Vec2, Vec3 } from '../../../geometry/vector';
import type { PlacedLoudspeaker, Setting } from '../../../room/setting';
import { isSub, levels, together } from '../../bass/answer';
import { SWING_SCHOOLS, swingOf } from '../../bass/judge';
import { modelSub, subCandidates } from '../../bass/places';
import type { Response, Solution } from '../../waves/waveEngine';
import type { Move } from '../types';

type Kind = 'peak' | 'dip';
/** Head and loudspeakers are moved in such steps, m: what a chair, a desk and a stand allow. */
const HEAD_STEPS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6];
const LOUDSPEAKER_STEPS = [0.1, 0.2, 0.35];
/** A move is told that takes so much off a peak, or brings so much back into a dip, dB. */
const WORTH = { peak: -3, dip: 4 } as const;
const worth = (kind: Kind, changeDb: number) => (kind === 'peak' ? changeDb <= WORTH.peak : changeDb >= WORTH.dip);
/** No move is told that makes the whole so much more uneven, dB. */
const WORSE_DB = 1;
/** Delays of subwoofers that are tried, ms. */
const DELAYS = Array.from({ length: 24 }, (_, i) => (i + 1) / 2);
/** What the swing is taken over. */
const AXIS = Float64Array.from({ length: 67 }, (_, i) => 28 + 2 * i);

interface LowRoom {
  setting: Setting;
  solution: Solution;
  played: readonly PlacedLoudspeaker[];
}
interface Part {
  loudspeaker: PlacedLoudspeaker;
  response: Response;
}

const swing = (parts: readonly Part[]): number =>
  swingOf(AXIS, levels(together(AXIS, parts)), SWING_SCHOOLS[0]!)?.swingDb ?? 0;

const nearest = <T>(list: readonly T[], far: (one: T) => number): T | undefined =>
  [...list].sort((a, b) => far(a) - far(b))[0];

export function lowMoves({ setting, solution, played }: LowRoom) {
  const { head } = setting;
  const plan = setting.solid.plan.map((c) => c.at);
  const partsFrom = async (list: readonly PlacedLoudspeaker[], at: Vec3, axis: Float64Array): Promise<Part[]> => {
    const responses = await solution.along(
      list.map((l) => l.at),
      at,
      axis,
    );
    return list.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! }));
  };
  const levelOf = (f: number, parts: readonly Part[]) => levels(together(Float64Array.of(f), parts))[0]!;
  let overAll: Promise<Part[]> | null = null;
  /** Of all that play, over all of the bass. */
  const whole = () => (overAll ??= partsFrom(played, head, AXIS));
  let places: Promise<{ name: string; part: Part }[]> | null = null;
  /** A subwoofer at every place a person could put it. */
  const subPlaces = () =>
    (places ??= (async () => {
      const model = played.find(isSub) ?? modelSub(setting);
      const candidates = subCandidates(setting);
      const at = (p: Vec2): Vec3 => [p[0], p[1], (setting.solid.floorAt(p) ?? 0) + model.axisHeight];
      const parts = await partsFrom(
        candidates.map((c) => ({ ...model, at: at(c.at) })),
        head,
        AXIS,
      );
      return candidates.map(({ name }, i) => ({ name, part: parts[i]! }));
    })());

  async function headMove(kind: Kind, f: number, here: number): Promise<Move[]> {
    for (const d of HEAD_STEPS)
      for (const y of [-d, d]) {
        const to: Vec3 = [head[0], head[1] + y, head[2]];
        if (!insideOutline([to[0], to[1]], plan)) continue;
        const changeDb = levelOf(f, await partsFrom(played, to, Float64Array.of(f))) - here;
        if (worth(kind, changeDb)) return [{ what: 'head', of: null, by: [0, y, 0], changeDb }];
      }
    return [];
  }

  /** Whether the box of a loudspeaker stands inside the room. */
  const stands = ({ at, box }: PlacedLoudspeaker) =>
    [-1, 1].every((side) =>
      [0, -box.depth].every((back) => insideOutline([at[0] + (side * box.width) / 2, at[1] + back], plan)),
    );

  /** All that are no subwoofers together, nearer to the wall faced or further from it. */
  async function loudspeakerMove(kind: Kind, f: number, here: number): Promise<Move[]> {
    const mains = played.filter((l) => !isSub(l));
    if (mains.length === 0 || mains.some((l) => l.mount !== 'free')) return [];
    const subs = await partsFrom(played.filter(isSub), head, Float64Array.of(f));
    for (const d of LOUDSPEAKER_STEPS)
      for (const y of [-d, d]) {
        const moved = mains.map((l) => ({ ...l, at: [l.at[0], l.at[1] + y, l.at[2]] as Vec3 }));
        if (!moved.every(stands)) continue;
        const changeDb = levelOf(f, [...(await partsFrom(moved, head, Float64Array.of(f))), ...subs]) - here;
        if (!worth(kind, changeDb)) continue;
        const swingDb = await swingWith([
          ...(await partsFrom(moved, head, AXIS)),
          ...(await whole()).filter((p) => isSub(p.loudspeaker)),
        ]);
        if (swingDb > WORSE_DB) continue;
        const of = mains.map((l) => l.letter).join(' and ');
        return [{ what: 'loudspeaker', of, by: [0, y, 0], changeDb, swingDb }];
      }
    return [];
  }

  /** What becomes of the swing, dB. */
  const swingWith = async (parts: readonly Part[]) => swing(parts) - swing(await whole());

  /** Polarity and delay of the subwoofers that play with others. */
  async function feedMoves(kind: Kind, f: number, here: number): Promise<Move[]> {
    if (!played.some(isSub) || played.every(isSub)) return [];
    const [at, all] = [await partsFrom(played, head, Float64Array.of(f)), await whole()];
    const fed = (parts: readonly Part[], change: (l: PlacedLoudspeaker) => PlacedLoudspeaker['feed']) =>
      parts.map((p) =>
        isSub(p.loudspeaker) ? { ...p, loudspeaker: { ...p.loudspeaker, feed: change(p.loudspeaker) } } : p,
      );
    const tried = async (
      what: 'polarity' | 'delay',
      change: (l: PlacedLoudspeaker) => PlacedLoudspeaker['feed'],
      ms?: number,
    ): Promise<Move[]> => {
      const changeDb = levelOf(f, fed(at, change)) - here;
      if (!worth(kind, changeDb)) return [];
      const swingDb = await swingWith(fed(all, change));
      const of = played
        .filter(isSub)
        .map((l) => l.letter)
        .join(' and ');
      return swingDb > WORSE_DB ? [] : [{ what, of, by: null, changeDb, swingDb, ...(ms === undefined ? {} : { ms }) }];
    };
    const turned = await tried('polarity', (l) => ({ ...l.feed, inverted: !l.feed.inverted }));
    const later: Move[] = [];
    for (const ms of DELAYS)
      later.push(...(await tried('delay', (l) => ({ ...l.feed, delayMs: l.feed.delayMs + ms }), ms)));
    const best = nearest(later, (m) => m.swingDb!);
    return [...turned, ...(best ? [best] : [])];
  }

  /** One subwoofer that plays elsewhere; or, where a pair plays alone and the project has none, one that comes. */
  async function subMove(kind: Kind, f: number): Promise<Move[]> {
    const own = played.filter(isSub);
    const comes = own.length === 0;
    if (comes && (setting.loudspeakers.some(isSub) || played.length < 2)) return [];
    if (own.length > 1) return [];
    const mains = (await whole()).filter((p) => !isSub(p.loudspeaker));
    const nearestBin = Math.round((f - AXIS[0]!) / 2);
    if (nearestBin < 0 || nearestBin >= AXIS.length) return [];
    const before = levels(together(AXIS, await whole()))[nearestBin]!;
    const list: Move[] = [];
    for (const { name, part } of await subPlaces()) {
      const parts = [...mains, part];
      const changeDb = levels(together(AXIS, parts))[nearestBin]! - before;
      const swingDb = await swingWith(parts);
      if (worth(kind, changeDb) && swingDb < 0)
        list.push({ what: comes ? 'sub-comes' : 'sub-moves', of: name, by: null, changeDb, swingDb });
    }
    const best = nearest(list, (m) => m.swingDb!);
    return best ? [best] : [];
  }

  /** Nothing costs as little as a chair: in order of the effort. */
  return async (kind: Kind, f: number): Promise<Move[]> => {
    const here = levelOf(f, await partsFrom(played, head, Float64Array.of(f)));
    return [
      ...(await headMove(kind, f, here)),
      ...(await feedMoves(kind, f, here)),
      ...(await loudspeakerMove(kind, f, here)),
      ...(await subMove(kind, f)),
    ];
  };
}
