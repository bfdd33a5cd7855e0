/** `tawny correct`: what an equaliser may still do at the places recordings were taken at. */
import { readFileSync } from 'node:fs';
import { bellsCsv, sectionsCsv } from '@tawny/core/studies/correct/taken';
import { readWav } from '@tawny/core/formats/wav';
import { fixed } from '@tawny/core/quantities/format';
import { type Correcting, correctedAt, type MeasuredPlace } from '@tawny/core/studies/correct/places';
import { hear } from '@tawny/core/studies/listen/hear';
import { readHeard } from '@tawny/core/studies/listen/read';
import { correctionSentence, leftSentence } from '@tawny/core/words/listen/correct';
import { ListenError } from './listen';

export function correctionOf(files: readonly string[], boosts: boolean): Correcting {
  const places = files.map((file): MeasuredPlace => {
    const read = readWav(readFileSync(file));
    if (!read.ok) throw new ListenError(`${file}: ${read.message}`);
    const { channels, rate, fullScale, shortened } = read.wav;
    const heard = hear({ samples: channels[0]!, rate, fullScale, shortened, channels: channels.length }, null);
    if (heard.onset === null) throw new ListenError(`${file}: expected a sweep or an impulse response, found none`);
    const rings = readHeard(heard).impulse?.ringing.rings ?? [];
    return { title: file, own: null, of: { samples: heard.samples, rate, onset: heard.onset, rings } };
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
