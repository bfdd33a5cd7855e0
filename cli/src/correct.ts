/** `tawny correct`: what an equaliser may still do at the places recordings were taken at. */
import { readFileSync } from 'node:fs';
import { bellsCsv, sectionsCsv } from '@tawny/core/studies/correct/taken';
import { readWav } from '@tawny/core/formats/wav';
import { fixed } from '@tawny/core/quantities/format';
import { levelsOfImpulse } from '@tawny/core/studies/causes/explained';
import { corrected } from '@tawny/core/studies/correct/study';
import type { Correction } from '@tawny/core/studies/correct/types';
import { hear } from '@tawny/core/studies/listen/hear';
import { correctionSentence, leftSentence } from '@tawny/core/words/correct';
import { ListenError } from './listen';

export function correctionOf(files: readonly string[], boosts: boolean): Correction {
  const places = files.map((file) => {
    const read = readWav(readFileSync(file));
    if (!read.ok) throw new ListenError(`${file}: ${read.message}`);
    const { channels, rate, fullScale, shortened } = read.wav;
    const heard = hear({ samples: channels[0]!, rate, fullScale, shortened, channels: channels.length }, null);
    if (heard.onset === null) throw new ListenError(`${file}: expected a sweep or an impulse response, found none`);
    return { title: file, ...levelsOfImpulse(heard, null).levels };
  });
  try {
    return corrected(places, boosts);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ListenError('the recordings share too little of the range from 25 to 300 Hz');
  }
}

export const correctionRow = (c: Correction, rate: number) => ({ ...c, sections: sectionsCsv(c.bells, rate) });
export const correctionCsv = (c: Correction, rate: number | null): string =>
  rate === null ? bellsCsv(c.bells) : sectionsCsv(c.bells, rate);

export const correctionText = (c: Correction): string =>
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
