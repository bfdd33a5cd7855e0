/** Steps as entries of days, and labels for what is made. */
import { numbers, panelOf, pieceAt } from '../testing/pieces';
import { edited, plainBox } from '../testing/rooms';
import { settingOf } from '../room/setting';
import { studyBuild } from '../studies/build/study';
import { workPlan } from '../studies/build/work';
import { studyHang } from '../studies/hang/study';
import { labelsOf } from '../words/build/labels';
import { workCalendar } from './workCalendar';

const room = edited(
  plainBox(),
  panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 }),
  numbers({ A: 4, ceiling: 1 }),
  { type: 'put-pieces', pieces: [pieceAt({ id: 'one', u: 2.5, covers: ['left B'] })] },
  { type: 'set-making', making: { start: '2026-12-05', hoursPerDay: 3 } },
);
const { result } = studyBuild(room);

test('hours of all entries are the hours of the work; none is longer than a day, each has a name of its own', () => {
  const plan = workPlan(room, result);
  const entries = workCalendar(plan, { id: 'room', hoursPerDay: 3 }, (t) => ({ title: t.step, description: '' }));
  const hours = entries.map((e) => e.to.hour - e.from.hour);
  expect(hours.reduce((a, b) => a + b, 0)).toBeCloseTo(plan.hours, 1);
  for (const e of entries) {
    expect(e.from.date).toBe(e.to.date);
    expect(e.from.hour).toBeGreaterThanOrEqual(9);
    expect(e.to.hour).toBeLessThanOrEqual(12 + 1e-9);
    expect(plan.dates).toContain(e.from.date);
  }
  expect(new Set(entries.map((e) => e.uid)).size).toBe(entries.length);
  // Some step does not fit its day.
  expect(entries.length).toBeGreaterThan(plan.tasks.filter((t) => t.minutes > 0).length);
  expect(
    workCalendar({ ...plan, dates: [] }, { id: 'room', hoursPerDay: 3 }, () => ({ title: '', description: '' })),
  ).toEqual([]);
});

test('a label a piece with its number on the wall, a label a part, none for cloth; overhead no edge is up', () => {
  const setting = settingOf(room);
  const labels = labelsOf(
    room,
    result.sheets,
    studyHang(setting).result.pieces,
    setting.faces,
    () => 'Panel',
    'metric',
  );
  const pieces = labels.filter((l) => l.lines[0] === 'Panel');
  expect(pieces).toHaveLength(6);
  expect(pieces.filter((l) => !l.up)).toHaveLength(1);
  expect(pieces.find((l) => l.lines.includes('on a mark'))).toMatchObject({ head: 'A  B1', up: true });
  // Two stiles, two rails, a brace and a fill each.
  expect(labels).toHaveLength(6 + 6 * 6);
  expect(labels.filter((l) => l.head === 'A1 stile')[0]!.lines).toEqual(['Timber, 1.8 cm × 10.0 cm', '120.0 cm']);
});
