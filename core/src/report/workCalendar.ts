/** The work as entries of a calendar: a step over several days is an entry a day. */
import type { CalendarEntry } from '../formats/calendar';
import type { Task, WorkPlan } from '../studies/build/work';

/** Work begins at this hour. */
const MORNING = 9;
/** Shorter than a minute is no entry, h. */
const SHORTEST = 1 / 60;

/** @param say title and text of a task */
export function workCalendar(
  { tasks, dates }: WorkPlan,
  { id, hoursPerDay }: { id: string; hoursPerDay: number },
  say: (t: Task) => Pick<CalendarEntry, 'title' | 'description'>,
): CalendarEntry[] {
  return tasks.flatMap((t) => {
    const { from, to } = t;
    if (!from || !to) return [];
    return Array.from({ length: to.day - from.day + 1 }, (_, i) => from.day + i).flatMap((day): CalendarEntry[] => {
      const [begins, ends] = [day === from.day ? from.hour : 0, day === to.day ? to.hour : hoursPerDay];
      const date = dates[day];
      if (date === undefined || ends - begins < SHORTEST) return [];
      return [
        {
          uid: `${id}-${t.batch + 1}-${t.step}-${day}@tawny-hall`,
          ...say(t),
          from: { date, hour: MORNING + begins },
          to: { date, hour: MORNING + ends },
        },
      ];
    });
  });
}
