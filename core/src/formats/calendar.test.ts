/** The calendar read back by another reader. */
import ICAL from 'ical.js';
import { calendarFile } from './calendar';

test('a task is an entry with its times, and what it says is what was said', () => {
  const file = calendarFile([
    {
      uid: 'box-1-cut@tawny-hall',
      title: 'Batch 1: Cut, all of it',
      description: 'Goggles; mask, and:\nhands behind the cut – 28 parts',
      from: { date: '2026-12-05', hour: 9 },
      to: { date: '2026-12-06', hour: 11.25 },
    },
  ]);
  expect(file).toContain('\r\n');
  const [event] = new ICAL.Component(ICAL.parse(file) as never).getAllSubcomponents('vevent');
  const read = new ICAL.Event(event);
  expect([read.uid, read.summary]).toEqual(['box-1-cut@tawny-hall', 'Batch 1: Cut, all of it']);
  expect(read.description).toBe('Goggles; mask, and:\nhands behind the cut – 28 parts');
  expect([read.startDate.toString(), read.endDate.toString()]).toEqual(['2026-12-05T09:00:00', '2026-12-06T11:15:00']);
  expect(() =>
    calendarFile([
      { uid: 'a', title: 'A', description: '', from: { date: 'soon', hour: 0 }, to: { date: 'soon', hour: 1 } },
    ]),
  ).toThrow();
});
