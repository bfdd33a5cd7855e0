/** Which measurements speak for one another. */
import { measured } from '../../testing/heard/measured';
import { demo } from '../../testing/demo';
import { edited } from '../../testing/rooms';
import { besideOf, oppositeOf } from './beside';

const project = demo('bakehouse');
const list = project.measured.list.filter((m) => m.holds.kind === 'impulse');
const named = (title: string) => list.find((m) => m.title === title)!;
const titles = (title: string) => {
  const { parts, twin, before } = besideOf(list, project.measured, named(title));
  return { parts: parts.map((p) => p.title), twin: twin?.title ?? null, before: before?.measurement.title ?? null };
};

test('one loudspeaker stands beside the one opposite and beside how it was before; both beside each alone', () => {
  expect(titles('As it hangs now, left')).toEqual({
    ...{ parts: [], twin: 'As it hangs now, right', before: 'First four panels, left' },
  });
  expect(titles('Bare room, right')).toEqual({ parts: [], twin: 'Bare room, left', before: null });
  expect(titles('Pair and subwoofer, at the seat').parts.sort()).toEqual([
    ...['As it hangs now, left', 'As it hangs now, right', 'Subwoofer alone, at the seat', 'Walk, at the seat'],
  ]);
  expect(titles('Walk, 60 cm back')).toEqual({ parts: [], twin: null, before: null });
});

test('what was changed in between is told along', () => {
  const { before } = besideOf(list, project.measured, named('First four panels, left'));
  expect(before!.changed.map((c) => c.what)).toContain('pieces');
});

test('opposite is the mirror image about the line of sight, whichever way the room lies; a subwoofer has none', () => {
  const room = project.measured.rooms[list[0]!.room]!;
  expect(['L', 'R', 'W'].map((l) => oppositeOf(room, l))).toEqual(['R', 'L', null]);
  const turned = {
    ...room,
    listening: {
      ...room.listening,
      head: { ...room.listening.head, x: room.listening.head.y, y: -room.listening.head.x },
    },
    loudspeakers: room.loudspeakers.map((l) => ({ ...l, x: l.y, y: -l.x })),
  };
  expect(oppositeOf(turned, 'L')).toBe('R');
  const lone = { ...room, loudspeakers: room.loudspeakers.filter((l) => l.letter !== 'R') };
  expect(oppositeOf(lone, 'L')).toBeNull();
});

test('another place, another room and other loudspeakers say nothing', () => {
  const at = { x: 1, y: 1, z: 1.2 };
  const elsewhere = measured(project, 'there', { loudspeakers: ['R'], place: { name: 'There', at } });
  const more = edited(project, elsewhere);
  const all = more.measured.list.filter((m) => m.holds.kind === 'impulse');
  const found = besideOf(
    all,
    more.measured,
    all.find((m) => m.title === 'As it hangs now, left')!,
  );
  expect(found.twin?.title).toBe('As it hangs now, right');
});
