/** What a scenario makes otherwise than the room itself, by parts that can be taken over by themselves, in words. */
import { type Change, changesOf, type Step } from '../document/changes';
import { materialOf } from '../document/materials';
import { namedRecipes } from '../document/recipes';
import { canStand, openedAs } from '../document/scenarios';
import type { Piece, Project, Scenario } from '../document/schema/project';
import { equal, nameOf } from '../document/sharing';
import { fixed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import { counted } from './counted';
import { surfaceWords } from './tapes';

/** The document without any of its alternatives, as people call it. */
export const THE_ROOM = 'The room itself';

export const DIFFERENCE_NAMES = {
  shape: 'Shape of the room',
  surfaces: 'What surfaces are made of',
  openings: 'Doors and windows',
  furniture: 'What stands in it',
  states: 'States',
  seat: 'Seat',
  loudspeakers: 'Loudspeakers',
  pieces: 'Pieces and recipes',
  planning: 'How it is planned and hung',
  buying: 'Buying and building',
  told: 'What was told of the room',
  other: 'Air and marks',
} as const;
export type DifferencePart = keyof typeof DIFFERENCE_NAMES;

export interface Difference {
  part: DifferencePart;
  /** Places of its edits in the scenario's list. */
  edits: number[];
  sentences: string[];
  /** What the room itself says now where both say something of one thing; or why it cannot stand in it. */
  clashes: { edit: number; sentence: string; canStand: boolean }[];
}

const SHAPE = ['corners', 'height', 'ceiling', 'beams', 'platforms', 'partitions', 'framing'];
const PIECES = ['pieces', 'recipes', 'cover', 'usable'];

function partOf([first, second]: readonly Step[], reshaped: boolean): DifferencePart {
  const next = typeof second === 'string' ? second : '';
  switch (first) {
    case 'room':
      if (SHAPE.includes(next)) return 'shape';
      if (next === 'surfaces') return reshaped ? 'shape' : 'surfaces';
      return next === 'openings' ? 'openings' : 'furniture';
    case 'tape':
      return 'shape';
    case 'materials':
      return 'surfaces';
    case 'states':
      return 'states';
    case 'listening':
      return 'seat';
    case 'loudspeakers':
      return 'loudspeakers';
    case 'treatment':
      return PIECES.includes(next) ? 'pieces' : 'planning';
    case 'making':
      // What is ticked is ticked of pieces.
      return next === 'done' ? 'pieces' : 'buying';
    case 'buying':
      return 'buying';
    case 'answered':
      return 'told';
    default:
      return 'other';
  }
}

interface Both {
  base: Project;
  now: Project;
  system: LengthSystem;
  /** A surface's name by id, as the reader calls it. */
  surface: (id: string) => string;
}
type Named = { name: string; id: string };

const MOVES = ['x', 'y', 'u', 'v', 'wall', 'face', 'along', 'from', 'start', 'end', 'turnDeg', 'level', 'lift'];
const SIZES = ['width', 'depth', 'height', 'span'];
/** In what a thing is otherwise. */
function howOther(was: object, is: object): string {
  const differs = (keys: readonly string[]) =>
    keys.some((k) => !equal((was as Record<string, unknown>)[k], (is as Record<string, unknown>)[k]));
  const said = [
    ...(differs(MOVES) ? ['moved'] : []),
    ...(differs(SIZES) ? ['another size'] : []),
    ...(differs(['material']) ? ['another material'] : []),
    ...(differs(['tiltDeg']) ? ['tilted otherwise'] : []),
  ];
  return said.length > 0 ? said.join(', ') : 'set otherwise';
}

/** Things of a list that came, went, or are otherwise. */
function lists(was: readonly Named[], is: readonly Named[]): string[] {
  const id = (t: Named) => t.id;
  const more = is.filter((t) => !was.map(id).includes(t.id));
  const less = was.filter((t) => !is.map(id).includes(t.id));
  const other = is.flatMap((t) => {
    const before = was.find((o) => o.id === t.id);
    return before && !equal(before, t) ? [{ ...t, name: `${t.name} (${howOther(before, t)})` }] : [];
  });
  const says = (word: string, list: readonly Named[]) =>
    list.length === 0 ? [] : [`${word}: ${list.map((t) => t.name).join(', ')}.`];
  return [...says('More', more), ...says('Not there', less), ...says('Otherwise', other)];
}

const areaOf = ({ room: { corners } }: Project): number =>
  Math.abs(
    corners.reduce((s, c, i) => {
      const d = corners[(i + 1) % corners.length]!;
      return s + c.x * d.y - d.x * c.y;
    }, 0),
  ) / 2;

function shapeSentences({ base, now, system }: Both): string[] {
  const [area, height] = [areaOf(base), base.room.height];
  const said = (m2: number) =>
    `${fixed(system === 'metric' ? m2 : m2 / 0.3048 ** 2, 1)} ${system === 'metric' ? 'm²' : 'ft²'}`;
  return [
    ...(Math.abs(areaOf(now) - area) > 0.005 ? [`Floor ${said(areaOf(now))} instead of ${said(area)}.`] : []),
    ...(now.room.height === height
      ? []
      : [`Height ${lengthText(now.room.height, system)} instead of ${lengthText(height, system)}.`]),
    ...(now.room.ceiling.shape === base.room.ceiling.shape
      ? []
      : [`The ceiling is of the shape “${now.room.ceiling.shape}” instead of “${base.room.ceiling.shape}”.`]),
    ...(['beams', 'platforms', 'partitions'] as const).flatMap((k) => lists(base.room[k], now.room[k])),
  ];
}

function surfaceSentences({ base, now, surface }: Both): string[] {
  return Object.entries(now.room.surfaces).flatMap(([id, { material }]) => {
    const was = base.room.surfaces[id]?.material;
    if (was === undefined || was === material) return [];
    return [
      `${surfaceWords(surface(id))}: ${materialOf(now, material).name} instead of ${materialOf(base, was).name}.`,
    ];
  });
}

function seatSentences({ base, now, system, surface }: Both): string[] {
  const [a, b] = [base.listening, now.listening];
  const by = Math.hypot(b.head.x - a.head.x, b.head.y - a.head.y);
  return [
    ...(a.facing === b.facing
      ? []
      : [
          `Faces the ${surfaceWords(surface(b.facing))} of this scenario (wall ${b.facing}) instead of wall ${a.facing}.`,
        ]),
    ...(by > 0.0005 ? [`The head is ${lengthText(by, system)} from where it was.`] : []),
    ...(a.head.earHeight === b.head.earHeight
      ? []
      : [`Ears at ${lengthText(b.head.earHeight, system)} instead of ${lengthText(a.head.earHeight, system)}.`]),
    ...(a.triangleSide === b.triangleSide
      ? []
      : [`Triangle ${lengthText(b.triangleSide, system)} wide instead of ${lengthText(a.triangleSide, system)}.`]),
  ];
}

function loudspeakerSentences({ base, now, system }: Both): string[] {
  const called = (p: Project) => p.loudspeakers.map((l) => ({ ...l, name: l.letter }));
  const said = lists(called(base), called(now)).filter((s) => !s.startsWith('Otherwise'));
  const moved = now.loudspeakers.flatMap((l) => {
    const was = base.loudspeakers.find((o) => o.id === l.id);
    if (!was) return [];
    const by = Math.hypot(l.x - was.x, l.y - was.y);
    if (by > 0.0005) return [`${l.letter} is moved by ${lengthText(by, system)}.`];
    return JSON.stringify(l) === JSON.stringify(was) ? [] : [`${l.letter} is set otherwise.`];
  });
  return [...said, ...moved];
}

const numberOf = (list: readonly Piece[], recipe: string): number =>
  list.filter((p) => p.recipe === recipe).reduce((n, { place }) => n + (place.kind === 'at' ? 1 : place.count), 0);

function pieceSentences({ base, now, system }: Both): string[] {
  const [was, is] = [base.treatment.pieces, now.treatment.pieces];
  const names = new Map([...namedRecipes(base, system), ...namedRecipes(now, system)].map((r) => [r.id, r.name]));
  const called = (id: string) => names.get(id) ?? id;
  const ids = [...new Set([...is, ...was].map((p) => p.recipe))];
  const numbers = ids.flatMap((id) => {
    const [n, m] = [numberOf(is, id), numberOf(was, id)];
    return n === m ? [] : [`${called(id)}: ${n} instead of ${m}.`];
  });
  const moved = is.filter((p) => {
    const before = was.find((o) => o.id === p.id);
    return before !== undefined && JSON.stringify(before.place) !== JSON.stringify(p.place);
  }).length;
  const recipes = lists(base.treatment.recipes, now.treatment.recipes).map((s) =>
    s.replace(/^(More|Not there|Otherwise): /, (_, word: string) => `Recipes, ${word.toLowerCase()}: `),
  );
  return [
    ...numbers,
    ...(moved > 0 ? [`${counted(moved, 'piece')} in another place.`] : []),
    ...recipes,
    ...(base.treatment.cover === now.treatment.cover
      ? []
      : [
          `First reflections are covered with ${called(now.treatment.cover)} instead of ${called(base.treatment.cover)}.`,
        ]),
  ];
}

const SENTENCES: { readonly [P in DifferencePart]?: (both: Both) => string[] } = {
  shape: shapeSentences,
  surfaces: surfaceSentences,
  openings: ({ base, now }) => lists(base.room.openings, now.room.openings),
  furniture: ({ base, now }) => [
    ...lists(base.room.furniture, now.room.furniture),
    ...lists(base.room.patches, now.room.patches),
  ],
  states: ({ base, now }) => lists(base.states.list, now.states.list),
  seat: seatSentences,
  loudspeakers: loudspeakerSentences,
  pieces: pieceSentences,
};

/** The name of what an edit is about, and the field. */
function placeWords(path: readonly Step[], ...documents: Project[]): string {
  const words: string[] = [];
  let nodes: unknown[] = documents;
  for (const step of path.slice(1)) {
    nodes = nodes.map((node) =>
      typeof step === 'string'
        ? (node as Record<string, unknown> | undefined)?.[step]
        : Array.isArray(node)
          ? (node as unknown[]).find((t) => nameOf(t) === step.id)
          : undefined,
    );
    const called = nodes
      .map((n) => (n as { name?: unknown; letter?: unknown } | undefined)?.name ?? (n as { letter?: unknown })?.letter)
      .find((n) => typeof n === 'string' && n !== '');
    words.push(
      typeof step === 'string'
        ? step.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)
        : typeof called === 'string'
          ? called
          : step.id,
    );
  }
  return words.join(', ') || (typeof path[0] === 'string' ? path[0] : path[0]!.id);
}

/** Fields that hold a length, m. */
const LENGTHS = new Set(
  'x y u v height width depth length from at level lift top second span earHeight triangleSide apexBehind axisInBox minimumDistance'.split(
    ' ',
  ),
);

/** A value as short as it can be told. */
function valueWords(value: unknown, path: readonly Step[], system: LengthSystem): string {
  if (value === undefined) return 'nothing';
  const field = path.at(-1);
  if (typeof value === 'number')
    return typeof field === 'string' && LENGTHS.has(field) ? lengthText(value, system) : String(value);
  if (typeof value === 'object' && value !== null) {
    const { name, letter } = value as { name?: unknown; letter?: unknown };
    const called = name ?? letter;
    return typeof called === 'string' && called !== '' ? `“${called}”` : 'something else';
  }
  return typeof value === 'string' ? `“${value}”` : value === true ? 'yes' : value === false ? 'no' : 'nothing';
}

/**
 * What a scenario makes otherwise, part by part, with what of it meets a room changed since.
 * @param surface name of a surface in the scenario, by id
 */
export function differencesOf(
  document: Project,
  scenario: Scenario,
  system: LengthSystem,
  surface: (id: string) => string,
): Difference[] {
  const { project: now, clashes, leftOut } = openedAs(document, scenario.id);
  const base = openedAs(document, null).project;
  const both: Both = { base, now, system, surface };
  const reshaped = base.room.corners.map((c) => c.wall).join() !== now.room.corners.map((c) => c.wall).join();
  const parts = new Map<DifferencePart, number[]>();
  const made = changesOf(base, now);
  const meets = (a: readonly Step[], b: readonly Step[]) => a.every((s, k) => k >= b.length || equal(s, b[k]));
  scenario.edits.forEach(({ path }: Change, i) => {
    // One that the room itself has come to say as well makes nothing otherwise.
    const told = [...clashes, ...leftOut].some((c) => c.edit === i);
    if (!told && !made.some((m) => meets(m.path, path))) return;
    const part = partOf(path, reshaped);
    parts.set(part, [...(parts.get(part) ?? []), i]);
  });
  return (Object.keys(DIFFERENCE_NAMES) as DifferencePart[]).flatMap((part): Difference[] => {
    const edits = parts.get(part);
    if (!edits) return [];
    const said = SENTENCES[part]?.(both) ?? [];
    const at = (i: number) => placeWords(scenario.edits[i]!.path, now, base);
    return [
      {
        ...{ part, edits },
        sentences: said.length > 0 ? said : [`Set otherwise: ${[...new Set(edits.map(at))].slice(0, 6).join('; ')}.`],
        clashes: [
          ...clashes
            .filter((c) => edits.includes(c.edit))
            .map((c) => ({
              edit: c.edit,
              canStand: canStand(c),
              sentence:
                c.stands === 'mine'
                  ? `${at(c.edit)}: ${valueWords(c.mine, c.path, system)} here, but the room itself says ${valueWords(c.theirs, c.path, system)} since.`
                  : `${at(c.edit)}: the room itself was changed there since; that stands.`,
            })),
          ...leftOut
            .filter((l) => edits.includes(l.edit))
            .map((l) => ({
              edit: l.edit,
              canStand: false,
              sentence: `${at(l.edit)} is left out: ${l.sentence}.`,
            })),
        ],
      },
    ];
  });
}
