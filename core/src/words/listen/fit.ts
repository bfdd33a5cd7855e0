/** What a room has taught, in words. */
import { lengthText, type LengthSystem } from '../../quantities/lengths';
import { fixed } from '../../quantities/format';
import type { FitResult, FitUnknown } from '../../studies/fit/types';

const percent = (part: number) => `${fixed(100 * part, 0)} %`;
/** So much of the logarithm is a factor of that much. */
const relative = (spread: number) => percent(Math.exp(spread) - 1);

/** "Plaster on brick at 125 Hz". */
export function unknownTitle({ kind, name, octave, axis }: FitUnknown): string {
  const at = octave === null ? '' : ` at ${octave} Hz`;
  switch (kind) {
    case 'absorption':
    case 'things':
    case 'pieces':
      return `${name}${at}`;
    case 'admittance':
      return `${name}${at}, under long waves`;
    case 'formula':
      return `Rings longer than by formula${at}`;
    case 'air':
      return name;
    case 'loudspeaker':
    case 'microphone':
      return `${name}, ${axis === 'x' ? 'to the right' : axis === 'y' ? 'to the rear' : 'upwards'}`;
    case 'corner':
      return `${name}: lower corner`;
    case 'level':
      return `${name}: level`;
  }
}

/** A length with its sign. */
const signed = (m: number, system: LengthSystem) => `${m < 0 ? '−' : '+'}${lengthText(Math.abs(m), system)}`;

/** What is stated of it, and what was found, with what each is worth. */
export function unknownFigures(u: FitUnknown, system: LengthSystem): { stated: string; found: string } {
  const { unit, stated, prior, found } = u;
  switch (unit) {
    case '×': {
      const digits = u.kind === 'absorption' || u.kind === 'admittance' ? 3 : 2;
      const of = (factor: number, spread: number) => `${fixed(stated * factor, digits)} ± ${relative(spread)}`;
      return { stated: of(1, prior.spread), found: of(found.value, found.spread) };
    }
    case 'Hz': {
      const of = (factor: number, spread: number) => `${fixed(stated * factor, 0)} Hz ± ${relative(spread)}`;
      return { stated: of(1, prior.spread), found: of(found.value, found.spread) };
    }
    case 'm':
      return {
        stated: `± ${lengthText(prior.spread, system)}`,
        found: `${signed(found.value, system)} ± ${lengthText(found.spread, system)}`,
      };
    case 'K':
      return {
        stated: `${fixed(stated, 1)} °C ± ${fixed(prior.spread, 1)}`,
        found: `${fixed(stated + found.value, 1)} °C ± ${fixed(found.spread, 1)}`,
      };
    case 'dB':
      return {
        stated: `± ${fixed(prior.spread, 1)} dB`,
        found: `${found.value < 0 ? '−' : '+'}${fixed(Math.abs(found.value), 1)} dB ± ${fixed(found.spread, 1)}`,
      };
  }
}

/** Why something found cannot be, as a question. */
export function impossibleSentence(u: FitUnknown, system: LengthSystem): string {
  const { stated, found } = unknownFigures(u, system);
  const would = `${unknownTitle(u)} would have to be ${found}, where ${stated} is stated`;
  switch (u.kind) {
    case 'absorption':
    case 'admittance':
      return found && u.found.value > 1
        ? u.octave !== null && u.octave <= 250
          ? `${would}: is there a cavity behind it, or an opening that is not drawn?`
          : `${would}: is something soft in the room that is not drawn?`
        : `${would}: is it what it is said to be?`;
    case 'pieces':
      return `${u.name} would have to take ${fixed(u.found.value, 2)} times what is computed of it at ${u.octave} Hz: is it built as it is drawn, and as many as are drawn?`;
    case 'loudspeaker':
    case 'microphone':
      return `${unknownTitle(u)} would have to stand ${found} from where it is drawn: tape it again.`;
    case 'air':
      return `${would}: is the room taped right, and as warm as it is said to be?`;
    default:
      return `${would}: look at it again.`;
  }
}

/** A stand and a tape are good for this much, m. */
const STRAYED = 0.02;

/** Places that turned out to be others by more than chance. */
export const strays = (fit: FitResult): FitUnknown[] =>
  fit.unknowns.filter(
    (u) =>
      (u.kind === 'loudspeaker' || u.kind === 'microphone') &&
      Math.abs(u.found.value) > Math.max(STRAYED, 2.5 * u.found.spread) &&
      u.told > 0.3,
  );

export const straySentence = (u: FitUnknown, system: LengthSystem): string =>
  `${u.name} stood ${unknownFigures(u, system).found} ${u.axis === 'x' ? 'to the right' : u.axis === 'y' ? 'to the rear' : 'upwards'} of where it is drawn: tape it again.`;

/** What was gained, checked by leaving each measurement out in turn. */
export function gainSentence({ measurements, error, learned }: FitResult): string {
  if (!learned || !error) return 'Nothing that was measured here tells how the room decays.';
  const count = `${measurements.length} ${measurements.length === 1 ? 'measurement' : 'measurements'}`;
  const spread = `± ${percent(learned.spread.learned)} instead of ± ${percent(learned.spread.stated)}`;
  if (error.leftOut === null)
    return `Learned from ${count}: the decay is known to ${spread}. With a second measurement it could be checked by leaving one out.`;
  return `Learned from ${count}: the decay is known to ${spread}. Left out in turn, each is predicted to ${percent(error.leftOut)}; as stated it was ${percent(error.stated)}.`;
}

/** The program's own record in this room. */
export const recordSentence = ({ of, within, off }: { of: number; within: number; off: number }): string =>
  of === 0
    ? 'No decay has been measured that was promised.'
    : `What was promised of decay, as stated, came out within its range ${within} of ${of} times, ${percent(off)} off.`;
