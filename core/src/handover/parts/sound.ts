/** What the room does: seat, first reflections, bass and decay. */
import { OCTAVES, frequencyLabel } from '../../quantities/bands';
import { fixed } from '../../quantities/format';
import { lengthText } from '../../quantities/lengths';
import { hz, swingText } from '../../words/bass';
import { counted } from '../../words/counted';
import { SCHOOL_WORDS, THRESHOLD_WORDS } from '../../words/schools';
import { sheetRow } from '../../words/sheet';
import { surfaceWords } from '../../words/tapes';
import { COLOURS, chartSvg, type ChartLine, STROKES } from '../charts';
import { sectionSvg } from '../section';
import type { Block, HandedOver } from '../types';
import { CHART_MM, WALL_MM, REPORT_FONT, seconds, table, text } from './common';

export function seatPart({ glance, system, wide }: HandedOver): Block[] {
  const { setting } = glance;
  const { result } = glance.seat;
  const metre = (m: number | null) => (m === null ? '–' : lengthText(m, system));
  if (setting.loudspeakers.length === 0) return [text('No loudspeaker was told of yet.')];
  const cut = sectionSvg(setting, 'length', [wide, WALL_MM], REPORT_FONT);
  return [
    text(
      `The head faces wall ${setting.project.listening.facing}: ${metre(result.headFromFront)} from the front wall (${fixed(100 * result.headPart, 1)} % of the length; the rule of 38 % is ${metre(result.ruleDistance)}), ears ${metre(setting.head[2])} up.`,
    ),
    table(
      'Loudspeakers',
      ['', 'from front', 'from left', 'from right', 'to the ears', 'axis up', 'deepest boundary notch'],
      result.loudspeakers.map((l) => [
        l.letter,
        ...[l.fromFront, l.fromLeft, l.fromRight, l.toHead].map(metre),
        metre(setting.loudspeakers.find((s) => s.id === l.id)?.at[2] ?? null),
        l.notch ? `${fixed(l.notch.levelDb, 1)} dB at ${hz(l.notch.f)}` : '–',
      ]),
    ),
    {
      ...{ kind: 'figure', title: `Section along the listening axis, 1 : ${cut.scale}`, svg: cut.svg },
      ...{
        width: cut.width,
        height: cut.height,
        told: 'The room cut along the listening axis, front wall at the left.',
      },
    },
  ];
}

export function marksPart({ glance, system }: HandedOver): Block[] {
  const { marks, bare } = glance.marks.result;
  if (marks.length === 0) return [text('No loudspeaker throws a first reflection to the head.')];
  return [
    text(
      `${counted(marks.length, 'first reflection')}; ${bare === 0 ? 'none that matters is bare' : `${bare} of those that matter ${bare === 1 ? 'is' : 'are'} bare`} (${THRESHOLD_WORDS[glance.project.marking.school].name}).`,
    ),
    table(
      'Marks by tape',
      ['mark', 'on', 'first measure', 'second measure', 'later', 'level', ''],
      marks.map((m) => {
        const r = sheetRow(m, system);
        return [
          r.letter,
          surfaceWords(m.faceName),
          `${r.first} ${r.firstFrom}`,
          `${r.second} ${r.secondFrom}`,
          r.later,
          r.level,
          r.note,
        ];
      }),
    ),
  ];
}

export function bassPart({ bass, glance, wide }: HandedOver): Block[] {
  const closed = glance.bass.result;
  if (!bass)
    return [
      text(
        `The waves of this room were not solved for this report. By closed forms there are ${counted(closed.modes.length, 'mode')} up to 300 Hz; single modes rule below about ${hz(closed.schroeder)}.`,
      ),
    ];
  const peak = Math.ceil(Math.max(...bass.all, ...bass.mains) / 10) * 10;
  const lines: ChartLine[] = [
    { name: 'all together', values: bass.all, dash: STROKES[0], colour: COLOURS[0] },
    ...(bass.loudspeakers.some((l) => l.role === 'sub')
      ? [{ name: 'without subwoofers', values: bass.mains, dash: STROKES[1], colour: COLOURS[1] }]
      : []),
    ...(bass.bare ? [{ name: 'nothing hung', values: bass.bare, dash: STROKES[2], colour: COLOURS[3] }] : []),
  ];
  const at = bass.frequencies;
  const worst = [...bass.modes]
    .filter((m) => m.index > 0 && m.f < 200)
    .sort((a, b) => b.time - a.time)
    .slice(0, 6);
  return [
    text(`${bass.swings.map(swingText).join('; ')}.`),
    {
      kind: 'figure',
      title: 'Response at the ears, predicted',
      ...{ width: wide, height: CHART_MM },
      svg: chartSvg({
        ...{ width: wide, height: CHART_MM, at, lines, unit: 'Hz', font: REPORT_FONT },
        ticks: [20, 30, 50, 80, 125, 200].filter((f) => f >= at[0]! && f <= at.at(-1)!),
        y: { from: peak - 50, to: peak, step: 10, unit: 'dB', digits: 0 },
      }),
      told: `Level from ${hz(at[0]!)} to ${hz(at.at(-1)!)} of ${lines.map((l) => l.name).join(', ')}.`,
    },
    table(
      'Modes that ring longest',
      ['frequency', 'rings for', 'nothing hung', 'at the ears'],
      worst.map((m) => [
        hz(m.f),
        `${seconds(m.time)} s`,
        `${seconds(m.timeBare)} s`,
        `${fixed(100 * Math.abs(m.head), 0)} %`,
      ]),
    ),
  ];
}

export function decayPart({ decay, measured, wide }: HandedOver): Block[] {
  if (!decay) return [text('The decay was not computed for this report.')];
  const { chosen, bare, limits, inputs } = decay;
  const ends = ['measured first', 'measured last'];
  const curves: [string, readonly (number | null)[]][] = [
    ['as decided', chosen.eyring],
    ...(chosen.panels > 0 ? [['nothing hung', bare.eyring] as [string, readonly (number | null)[]]] : []),
    ...measured.map((m, i): [string, readonly (number | null)[]] => [
      measured.length > 1 ? ends[i]! : 'measured',
      m.seconds,
    ]),
  ];
  const lines = curves.map(([name, values], i): ChartLine => ({
    ...{ name, values: [...values], dash: STROKES[i % STROKES.length]!, colour: COLOURS[i % COLOURS.length]! },
  }));
  const most = Math.max(0.4, ...lines.flatMap((l) => l.values.map((v) => v ?? 0)));
  const step = most > 2 ? 1 : most > 0.8 ? 0.4 : 0.2;
  const words = SCHOOL_WORDS[inputs.school];
  return [
    text(
      `Held against “${words.name}”. ${chosen.worst ? `Furthest outside at ${chosen.worst.octave} Hz: ${seconds(chosen.worst.time)} s, the limit is ${seconds(chosen.worst.limit)} s.` : 'Every octave that is judged lies inside.'}`,
    ),
    {
      kind: 'figure',
      title: 'Reverberation time by octave',
      ...{ width: wide, height: CHART_MM },
      svg: chartSvg({
        ...{ width: wide, height: CHART_MM, at: OCTAVES, ticks: OCTAVES, lines, unit: 'Hz', font: REPORT_FONT },
        y: { from: 0, to: Math.ceil(most / step) * step, step, unit: 's', digits: 1 },
        wanted: limits.map((l) => l && ([l.lower, l.upper ?? 10] as const)),
      }),
      told: `Reverberation time by octave of ${curves.map(([name]) => name).join(', ')}, with the range that is wanted.`,
    },
    table(
      'Reverberation time, s',
      ['', ...OCTAVES.map(frequencyLabel)],
      [
        ...curves.map(([name, values]) => [name, ...OCTAVES.map((_, i) => seconds(values[i]))]),
        ['as decided, at least', ...OCTAVES.map((_, i) => seconds(chosen.low[i]))],
        ['as decided, at most', ...OCTAVES.map((_, i) => seconds(chosen.high[i]))],
        ['wanted at least', ...limits.map((l) => (l ? seconds(l.lower) : '–'))],
        ['wanted at most', ...limits.map((l) => (l?.upper == null ? '–' : seconds(l.upper)))],
      ],
    ),
    text('Predicted by Eyring with air; least and most are what materials and formulas leave open.', true),
  ];
}
