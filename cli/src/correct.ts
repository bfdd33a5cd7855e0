/** `tawny correct`: what an equaliser may still do at the places recordings were taken at. `tawny meet`: how a subwoofer meets the loudspeakers. */
import { readFileSync } from 'node:fs';
import { bellsCsv, sectionsCsv } from '@tawny/core/studies/correct/taken';
import { fixed } from '@tawny/core/quantities/format';
import { type Correcting, correctedAt, type MeasuredPlace } from '@tawny/core/studies/correct/places';
import { readHeard } from '@tawny/core/studies/listen/read';
import type { Sweep } from '@tawny/core/signal/played/sweep';
import type { Meeting } from '@tawny/core/studies/correct/meet';
import { meetingOf, type MeetTake } from '@tawny/core/studies/correct/meetPlaces';
import { correctionSentence, layInSentence, leftSentence, meetingSentence } from '@tawny/core/words/listen/correct';
import { heardIn, ListenError } from './listen';

/** The response a file holds. Throws ListenError where there is none. */
function responseIn(file: string, sweep: Sweep | null = null) {
  const { heard } = heardIn(file, readFileSync(file), sweep);
  const { onset } = heard;
  if (onset === null) throw new ListenError(`${file}: expected a sweep or an impulse response, found none`);
  return { ...heard, onset };
}

/** Files by threes: loudspeakers alone, subwoofer alone, both together; three for every place. `sweep`: that was played; null: it is found, which of a subwoofer alone it seldom is. */
export function meetingIn(files: readonly string[], sweep: Sweep | null): Meeting {
  if (files.length % 3 !== 0)
    throw new ListenError(
      `expected three files for every place (the loudspeakers, the subwoofer, both together), found ${files.length}`,
    );
  const take = (file: string): MeetTake => {
    const { samples, rate, onset } = responseIn(file, sweep);
    return { samples, rate, onset, own: null };
  };
  return meetingOf(
    Array.from({ length: files.length / 3 }, (_, i) => {
      const [mains, sub, together] = files.slice(3 * i, 3 * i + 3) as [string, string, string];
      return { title: together, mains: take(mains), sub: take(sub), together: take(together) };
    }),
  );
}

export const meetingText = (m: Meeting): string =>
  [meetingSentence(m), ...m.found.map((p) => `  ${layInSentence(p)}`)].join('\n');

export function correctionOf(files: readonly string[], boosts: boolean): Correcting {
  const places = files.map((file): MeasuredPlace => {
    const heard = responseIn(file);
    const { samples, rate, onset } = heard;
    const rings = readHeard(heard).impulse?.ringing.rings ?? [];
    return { title: file, own: null, of: { samples, rate, onset, rings } };
  });
  try {
    return correctedAt(places, boosts);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ListenError('the recordings share too little of the range from 25 to 300 Hz');
  }
}

export const correctionRow = (c: Correcting, rate: number) => ({ ...c, sections: sectionsCsv(c.bells, rate) });
export const correctionCsv = (c: Correcting, rate: number | null): string =>
  rate === null ? bellsCsv(c.bells) : sectionsCsv(c.bells, rate);

export const correctionText = (c: Correcting): string =>
  [
    correctionSentence(c),
    ...c.bells.map((b) => `  ${fixed(b.f, 1).padStart(7)} Hz${fixed(b.gainDb, 1).padStart(7)} dB  Q ${fixed(b.q, 2)}`),
    ...c.left.map((l) => `  ${leftSentence(l, c.places.length)}`),
  ].join('\n');

/** "48000". Throws ListenError for what is no rate. */
export function rateOf(text: string): number {
  const rate = Number(text);
  if (rate >= 8000 && rate <= 768000) return rate;
  throw new ListenError(`--rate: expected a sample rate between 8000 and 768000 Hz, found "${text}"`);
}
