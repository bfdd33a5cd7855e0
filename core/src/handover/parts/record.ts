/** What was measured, what happened, what is open. */
import { OCTAVES, frequencyLabel } from '../../quantities/bands';
import { fixed } from '../../quantities/format';
import { roomKey, soundingOf } from '../../document/soundingRoom';
import { recordSentence } from '../../words/listen/fit';
import { MEASURE_NAMES } from '../../words/measures';
import { effectText, isTold, moveTitle, questionText, takesText } from '../../words/moves';
import { happeningText, OUTCOME_WORDS, wishTitle } from '../../words/signoff/signoff';
import type { Block, HandedOver } from '../types';
import { seconds, table, text } from './common';

/** As much of the log as a report bears. */
const MOST_HAPPENED = 60;

export function measuredPart({ measured, noise, project, day }: HandedOver): Block[] {
  const { learned } = project;
  const here = roomKey(soundingOf(project));
  if (project.measured.list.length === 0)
    return [text('Nothing was measured: everything in this report is predicted.')];
  const [first, last] = [measured[0], measured.at(-1)];
  const change =
    first && last && last !== first
      ? [
          'changed by',
          ...OCTAVES.map((_, i) => {
            const [a, b] = [first.seconds[i], last.seconds[i]];
            return a == null || b == null ? '–' : fixed(b - a, 2);
          }),
          first.swingDb === null || last.swingDb === null ? '–' : fixed(last.swingDb - first.swingDb, 1),
        ]
      : null;
  return [
    ...(measured.length > 0
      ? [
          table(
            'Measured at the seat: reverberation time, s, and swing of the bass, ± dB',
            ['', ...OCTAVES.map(frequencyLabel), 'swing'],
            [
              ...measured.map((m) => [
                `${m.title}, ${day(m.at)}${m.asNow ? ', the room as it is' : ''}`,
                ...OCTAVES.map((_, i) => seconds(m.seconds[i])),
                m.swingDb === null ? '–' : fixed(m.swingDb, 1),
              ]),
              ...(change ? [change] : []),
            ],
          ),
        ]
      : [text('No response was measured at the seat.')]),
    ...(noise ? [text(`At rest ${fixed(noise.db, 0)} dB(A), ${day(noise.at)}.`)] : []),
    table(
      'All that was measured',
      ['what', 'day', 'note', 'the room as it is'],
      project.measured.list.map((m) => [m.title, day(m.at), m.note, m.room === here ? 'yes' : 'no']),
    ),
    learned
      ? text(
          `Promises against results: ${recordSentence(learned.record)} ${learned.inUse ? 'What the room taught is in use in every prediction here.' : 'What the room taught is switched off here.'}`,
        )
      : text('The room has not taught anything yet: no fit was accepted.'),
  ];
}

export function logPart({ timeline, project, day }: HandedOver): Block[] {
  if (timeline.length === 0) return [text('Nothing was written down yet.')];
  const currency = project.brief.budget?.currency ?? '€';
  const told = timeline.slice(0, MOST_HAPPENED);
  return [
    table(
      'What happened, the newest first',
      ['day', 'what', ''],
      told.map((h) => {
        const { title, text: words } = happeningText(h, currency);
        return [day(h.at), title, words];
      }),
    ),
    ...(timeline.length > told.length
      ? [text(`${timeline.length - told.length} older entries are left out.`, true)]
      : []),
  ];
}

export function openPart({ doubts, wishes, moves, project, system }: HandedOver): Block[] {
  const currency = project.brief.budget?.currency ?? '€';
  const missed = wishes.filter((w) => w.outcome !== 'met').map((w) => `${wishTitle(w)}: ${OUTCOME_WORDS[w.outcome]}.`);
  const list = (items: string[]): Block[] => (items.length > 0 ? [{ kind: 'list', items }] : []);
  const asked = (moves?.questions ?? []).map(questionText);
  const next = (moves?.moves ?? []).slice(0, 5).map((m) => {
    const effects = m.effects
      .filter(isTold)
      .map((e) => `${MEASURE_NAMES[e.measure].toLowerCase()} ${effectText(e, system).replace(' → ', ' to ')}`);
    return `${moveTitle(m, system)} (${takesText(m, currency)})${effects.length > 0 ? `: ${effects.join(', ')}` : ''}.`;
  });
  const blocks = [
    ...(missed.length > 0 ? [text('Not met yet:'), ...list(missed)] : []),
    ...(asked.length > 0 ? [text('Not told yet:'), ...list(asked)] : []),
    ...(doubts.length > 0 ? [text('To look at:'), ...list(doubts)] : []),
    ...(next.length > 0 ? [text('What would do most next:'), ...list(next)] : []),
  ];
  return blocks.length > 0 ? blocks : [text('Nothing is open.')];
}

export const REPORT_CAUTIONS = [
  'Predictions carry uncertainty, told with their figures: measure before spending on the last fifth.',
  'Overhead pieces go into structure, by the fixing’s rating, with two independent ways of holding; in doubt ask a qualified builder.',
  'Before drilling look for cables and pipes. Old paint and boards may hold lead or asbestos: have them tested.',
  'Wear gloves and a mask with fibres. Never cover heaters, lamps, detectors or ways out; ask what fire rating cloth and fill must have where you are.',
  'Measure with your ears protected or outside the room, and begin quietly.',
  'Structure, sound insulation, wiring, gas and fire are no part of this report: licensed trades and local codes decide.',
];
