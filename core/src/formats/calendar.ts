/** The work as a calendar file (iCalendar, RFC 5545): an entry a task, in local time. */
import { createEvents, type EventAttributes } from 'ics';

export interface CalendarEntry {
  uid: string;
  title: string;
  description: string;
  /** "2026-12-05", and hours from midnight. */
  from: { date: string; hour: number };
  to: { date: string; hour: number };
}

/** Year, month, day, hour, minute. */
const at = ({ date, hour }: CalendarEntry['from']): [number, number, number, number, number] => {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const minutes = Math.round(hour * 60);
  return [year, month, day, Math.floor(minutes / 60), minutes % 60];
};

/** @throws Error for dates there are none of */
export function calendarFile(entries: readonly CalendarEntry[]): string {
  const { error, value } = createEvents(
    entries.map((e): EventAttributes => ({
      uid: e.uid,
      title: e.title,
      description: e.description,
      start: at(e.from),
      end: at(e.to),
      startInputType: 'local',
      startOutputType: 'local',
      endInputType: 'local',
      endOutputType: 'local',
      productId: 'tawny-hall',
    })),
  );
  if (error || !value) throw error ?? new Error('calendarFile: nothing was written');
  return value;
}
