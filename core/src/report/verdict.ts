/** The verdict: a handful of live measures of the whole room, each a figure, a word and where to mend it. */
import { type BassResult, lengthNulls } from '../studies/bass/study';
import type { SwingVerdict } from '../studies/bass/types';
import type { Learned } from '../document/schema/project';
import type { DecayResult } from '../studies/decay/types';
import type { MarksResult } from '../studies/marks/study';
import { SEAT_LIMITS, type SeatResult } from '../studies/seat/types';
import type { SymmetryResult } from '../studies/survey/symmetry';

export type Tone = 'good' | 'fair' | 'bad';
export type StageId =
  'survey' | 'seat' | 'bass' | 'marks' | 'decay' | 'recipes' | 'hang' | 'build' | 'listen' | 'signoff';
export type MeasureId =
  'symmetry' | 'seat' | 'notch' | 'bass' | 'swing' | 'mark' | 'decay' | 'cover' | 'panels' | 'record';

export interface Measure {
  id: MeasureId;
  stage: StageId;
  /** Null when there is nothing to measure yet. */
  value: number | null;
  unit: string;
  digits: number;
  /** Key of the word beside the figure, with its tone. */
  word: string;
  tone: Tone;
  /** The thing that causes it: a band, a wall, a frequency; may be empty. */
  detail: string;
  /** Distance told after the detail, m; null: none. The reader's system is the screen's affair. */
  at: number | null;
}

export interface VerdictParts {
  symmetry: SymmetryResult;
  seat: SeatResult;
  bass: BassResult;
  marks: MarksResult;
  /** Swing of the low response by the wave solver; null until it has been asked. */
  swing: SwingVerdict | null;
  /** Null while it is being computed for the first time; without an answer: not asked how many are needed. */
  decay: (Pick<DecayResult, 'chosen' | 'mix'> & { answer: DecayResult['answer'] | null }) | null;
  /** What the room has taught; null: nothing. */
  learned: Pick<Learned, 'record' | 'inUse'> | null;
}

/** How much cover feels like: a word of practice and whether it is welcome. */
export function coverageWord(part: number): [string, Tone] {
  if (part < 0.1) return ['hardly heard', 'fair'];
  if (part < 0.25) return ['every panel heard', 'good'];
  if (part <= 0.32) return ['control room', 'good'];
  if (part <= 0.5) return ['dry', 'fair'];
  return ['booth', 'bad'];
}

/** Left against right: the room's or the pair's difference, whichever is larger. */
function symmetryMeasure(seat: SeatResult, room: SymmetryResult): Measure {
  const pair = seat.symmetry?.difference ?? 0;
  const shape = Math.max(room.width.difference, room.ceiling?.difference ?? 0);
  const ofRoom = shape > Math.max(pair, SEAT_LIMITS.pathDifference);
  const difference = ofRoom ? shape : pair;
  const even = difference <= SEAT_LIMITS.pathDifference;
  const value = seat.symmetry === null && !ofRoom ? null : difference * 100;
  const ofCeiling = shape > room.width.difference;
  const place = ofCeiling ? 'ceiling' : room.width.wider === 'left' ? 'right' : 'left';
  return {
    id: 'symmetry',
    stage: ofRoom ? 'survey' : 'seat',
    value,
    unit: 'cm',
    digits: 1,
    ...(value === null
      ? { word: 'no pair', tone: 'fair' as const }
      : even
        ? { word: 'even', tone: 'good' as const }
        : difference <= 0.03
          ? { word: 'slightly off', tone: 'fair' as const }
          : { word: 'uneven', tone: 'bad' as const }),
    detail: even ? '' : ofRoom ? place : (seat.symmetry?.what ?? ''),
    at: !even && ofRoom && !ofCeiling ? room.width.at : null,
  };
}

/** The measures in the order of the work. Lengths in cm, levels in dB, times in s. */
/** What was promised of this room and came out: the program's own record. */
function recordMeasure({ record: { of, within, off }, inUse }: NonNullable<VerdictParts['learned']>): Measure {
  const part = of > 0 ? within / of : null;
  return {
    ...{ id: 'record', stage: 'listen', value: part === null ? null : 100 * part, unit: '%', digits: 0 },
    word: inUse ? 'learned' : 'as stated',
    tone: part === null || part >= 0.9 ? 'good' : part >= 0.7 ? 'fair' : 'bad',
    detail: of > 0 ? `of ${of}, ${Math.round(100 * off)} % off` : '',
    at: null,
  };
}

export function verdict({ symmetry, seat, bass, swing, marks, decay, learned }: VerdictParts): Measure[] {
  const measures: Measure[] = [symmetryMeasure(seat, symmetry)];
  const part = seat.headPart;
  const centre = Math.abs(part - 0.5) <= SEAT_LIMITS.centreNull;
  const close = seat.headFromRear !== null && seat.headFromRear < SEAT_LIMITS.rearWall;
  measures.push({
    id: 'seat',
    stage: 'seat',
    value: part * 100,
    unit: '%',
    digits: 1,
    word: centre
      ? 'centre null'
      : close
        ? 'rear wall close'
        : Math.abs(part - 0.38) <= 0.03
          ? 'by the rule'
          : 'off the rule',
    tone: centre || close ? 'bad' : Math.abs(part - 0.38) <= 0.03 ? 'good' : 'fair',
    detail: '',
    at: null,
  });
  const notch = seat.worstNotch;
  measures.push({
    id: 'notch',
    stage: 'seat',
    value: notch?.levelDb ?? null,
    unit: 'dB',
    digits: 1,
    word: !notch
      ? 'no loudspeaker'
      : notch.levelDb < SEAT_LIMITS.deepNotchDb
        ? 'deep'
        : notch.levelDb < -5
          ? 'marked'
          : 'mild',
    tone: !notch ? 'fair' : notch.levelDb < SEAT_LIMITS.deepNotchDb ? 'bad' : notch.levelDb < -5 ? 'fair' : 'good',
    detail: notch ? `${notch.loudspeaker} ${notch.f.toFixed(0)} Hz` : '',
    at: null,
  });
  const nulls = lengthNulls(bass.modes);
  if (swing) {
    measures.push({
      id: 'swing',
      stage: 'bass',
      value: swing.swingDb,
      unit: '± dB',
      digits: 1,
      word: swing.met ? 'even' : swing.swingDb <= 9 ? 'uneven' : 'wild',
      tone: swing.met ? 'good' : swing.swingDb <= 9 ? 'fair' : 'bad',
      detail: `${swing.lowHz.toFixed(0)} Hz`,
      at: null,
    });
  } else
    measures.push({
      id: 'bass',
      stage: 'bass',
      value: bass.box ? nulls.length : null,
      unit: nulls.length === 1 ? 'null' : 'nulls',
      digits: 0,
      word: !bass.box ? 'no box' : nulls.length === 0 ? 'none at the seat' : 'at the seat',
      tone: !bass.box ? 'fair' : nulls.length === 0 ? 'good' : 'bad',
      detail: nulls[0] ? `${nulls[0].f.toFixed(0)} Hz` : '',
      at: null,
    });
  const bare = marks.worstBare;
  measures.push({
    id: 'mark',
    stage: 'marks',
    value: bare?.levelDb ?? null,
    unit: 'dB',
    digits: 1,
    word: bare ? 'bare' : marks.marks.length === 0 ? 'no marks' : 'none bare',
    tone: bare ? (bare.levelDb! > -6 ? 'bad' : 'fair') : 'good',
    detail: bare ? `${bare.letter} ${bare.faceName}` : '',
    at: null,
  });
  if (decay) {
    const { worst, mid, coverage, panels } = decay.chosen;
    measures.push({
      id: 'decay',
      stage: 'decay',
      value: worst ? worst.time : mid,
      unit: 's',
      digits: 2,
      word: worst ? worst.side : 'in target',
      tone: worst ? (worst.time / worst.limit > 1.3 || worst.limit / worst.time > 1.3 ? 'bad' : 'fair') : 'good',
      detail: worst ? `${worst.octave} Hz` : 'mid',
      at: null,
    });
    const [word, tone] = coverageWord(coverage);
    measures.push({
      id: 'cover',
      stage: 'decay',
      value: coverage * 100,
      unit: '%',
      digits: 0,
      word,
      tone,
      detail: '',
      at: null,
    });
    const { answer } = decay;
    measures.push({
      id: 'panels',
      stage: 'decay',
      value: panels,
      unit: panels === 1 ? 'panel' : 'panels',
      digits: 0,
      // Other recipes among them: the number of one kind says nothing then.
      ...(decay.mix.length > 0
        ? { word: worst ? 'not enough yet' : 'enough', tone: worst ? ('fair' as const) : ('good' as const) }
        : answer === null
          ? { word: '', tone: 'fair' as const }
          : {
              word: answer.status === 'reached' ? `of ${answer.curve.panels} needed` : 'target out of reach',
              tone:
                answer.status !== 'reached'
                  ? ('bad' as const)
                  : panels >= answer.curve.panels
                    ? ('good' as const)
                    : ('fair' as const),
            }),
      detail: '',
      at: null,
    });
  }
  if (learned) measures.push(recordMeasure(learned));
  return measures;
}
