/** Edits of head and loudspeakers. */
import { twinStation } from '../../layout/rigs';
import type { Vec2 } from '../../geometry/vector';
import { framingSeenFrom } from '../place/framing';
import { frameOf, mirrored, placeByRule, stereoPair } from '../place/placing';
import type { Loudspeaker, Project } from '../schema/project';
import { placeSubs, setRig } from './rig';
import type { Handlers, SeatCommand } from './types';

function loudspeaker(project: Project, id: string): Loudspeaker {
  const found = project.loudspeakers.find((l) => l.id === id);
  if (!found) throw new RangeError(`command: loudspeaker must be one of the project's, got ${id}`);
  return found;
}

function twinOf(project: Project, id: string): Loudspeaker | null {
  const station = twinStation(loudspeaker(project, id).station);
  const twin = station === null ? undefined : project.loudspeakers.find((l) => l.station === station);
  if (twin) return twin;
  const pair = stereoPair(project);
  if (!pair) return null;
  return pair[0].id === id ? pair[1] : pair[1].id === id ? pair[0] : null;
}

/** Axis and drivers stay inside a box that has become lower. */
function fitInBox(l: Loudspeaker): void {
  l.axisInBox = Math.min(l.axisInBox, l.box.height);
  l.drivers.high = Math.min(l.drivers.high, l.box.height);
  l.drivers.low = Math.min(l.drivers.low, l.drivers.high);
}

export const SEAT: Handlers<SeatCommand> = {
  'face-wall'(draft, { wall }) {
    const before = frameOf(draft);
    draft.listening.facing = wall;
    const after = frameOf(draft);
    const { corners, partitions, framing } = draft.room;
    const upright = new Set([...corners.map((c) => c.wall), ...partitions.map((t) => t.id)]);
    const plan = corners.map((c): Vec2 => [c.x, c.y]);
    // Joists are told from the wall faced: they stay where they are.
    for (const [surface, members] of Object.entries(framing))
      if (!upright.has(surface)) framing[surface] = framingSeenFrom(members, plan, before, after);
    placeByRule(draft);
  },
  'place-by-rule': (draft) => placeByRule(draft),
  'set-triangle'(draft, { triangleSide, apexBehind }) {
    if (triangleSide !== undefined) draft.listening.triangleSide = triangleSide;
    if (apexBehind !== undefined) draft.listening.apexBehind = apexBehind;
    placeByRule(draft);
  },
  'move-head'({ listening }, { x, y }) {
    Object.assign(listening.head, { x, y });
    listening.placed = 'tape';
  },
  'set-ear-height'({ listening }, { earHeight }) {
    listening.head.earHeight = earHeight;
  },
  'move-loudspeaker'(draft, { id, x, y, mirror }) {
    Object.assign(loudspeaker(draft, id), { x, y });
    const twin = mirror ? twinOf(draft, id) : null;
    if (twin) [twin.x, twin.y] = mirrored(draft, [x, y]);
    draft.listening.placed = 'tape';
  },
  'set-loudspeaker'(draft, { id, values, mirror }) {
    const { letter: _letter, station: _station, role: _role, ...shared } = values;
    const changed = loudspeaker(draft, id);
    const twin = mirror ? twinOf(draft, id) : null;
    for (const l of twin ? [changed, twin] : [changed]) {
      Object.assign(l, structuredClone(l === changed ? values : shared));
      if (values.box) fitInBox(l);
    }
    if (twin && shared.aimDeg !== undefined && shared.aimDeg !== null) twin.aimDeg = -shared.aimDeg;
    if (draft.listening.placed === 'rule') placeByRule(draft);
  },
  'place-seat'(draft, { head, left, right }) {
    const pair = stereoPair(draft);
    Object.assign(draft.listening.head, { x: head[0], y: head[1] });
    if (pair) {
      Object.assign(pair[0], { x: left[0], y: left[1] });
      Object.assign(pair[1], { x: right[0], y: right[1] });
    }
    draft.listening.placed = 'tape';
  },
  'set-rig': (draft, command) => setRig(draft, command),
  'place-subs': (draft, { places, gainDb, inverted }) => placeSubs(draft, places, gainDb, inverted ?? false),
  'set-range'({ listening }, { range }) {
    Object.assign(listening.range, range);
  },
};
