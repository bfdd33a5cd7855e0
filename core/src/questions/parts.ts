/** What questions read of a document. Lists leave out what they do not read, so that a part that is new counts. */
import { type Part, PARTS, type Project } from '../document/schema/project';

/** The parts themselves, in the order of the list. Documents are never changed in place: the same object says the same. */
export const partsOf = (project: Project, parts: readonly Part[]): unknown[] =>
  parts.map((path) =>
    path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], project),
  );

const allBut = (...left: Part[]): readonly Part[] => PARTS.filter((p) => !left.includes(p));

/** Names, notes and what the site met: said, never computed with. */
const SAID: Part[] = ['name', 'log', 'answered', 'site', 'making', 'measured', 'scenarios'];
/** What is bought, and everything that decides it. */
export const BOUGHT = allBut(
  'name',
  'log',
  'answered',
  'site',
  'tape',
  'measured',
  'scenarios',
  'treatment.hanging',
  'treatment.fixings',
);
/** What may be heard: prices and habits change no answer about the room. */
export const HEARD = allBut(...SAID, 'tape', 'buying', 'treatment.prices', 'treatment.hanging', 'treatment.fixings');
/** What decides what could be done next: all but names and what was written down. */
export const MOVED = allBut('name', 'log', 'site', 'tape', 'scenarios');
/** What decides where pieces hang, and how they line up. */
export const HUNG = allBut(
  ...SAID,
  'tape',
  'buying',
  'brief',
  'target',
  'treatment.prices',
  'treatment.plan',
  'treatment.fixings',
);
/** First reflections and what covers them. */
export const MARKED = HEARD.filter((p) => !['brief', 'target', 'treatment.plan'].includes(p));
/** What is decided, and what it is made of. */
const PIECES: readonly Part[] = ['treatment.pieces', 'treatment.recipes'];
/** The room with what is laid out in it, who sits in it and what plays. */
export const SEATED = MARKED.filter((p) => p !== 'marking' && (!p.startsWith('treatment.') || PIECES.includes(p)));
/** The same, of own recipes only those something is made of. */
export const waves = (project: Project): unknown[] => [
  ...partsOf(
    project,
    SEATED.filter((p) => p !== 'treatment.recipes'),
  ),
  project.treatment.recipes.filter((r) => project.treatment.pieces.some((p) => p.recipe === r.id)),
];
/** With the tape. */
export const TAPED: readonly Part[] = [...SEATED, 'tape'];

/** What is heard, without the places of head and main pair: for what tries all of them. */
export function heardAnywhere(project: Project): unknown[] {
  const { head, placed, triangleSide, ...listening } = project.listening;
  void placed;
  return [
    ...partsOf(
      project,
      HEARD.filter((p) => p !== 'listening' && p !== 'loudspeakers'),
    ),
    { ...listening, triangleSide, earHeight: head.earHeight },
    project.loudspeakers.map((l) => (l.role === 'main' ? { ...l, x: 0, y: 0 } : l)),
  ];
}
