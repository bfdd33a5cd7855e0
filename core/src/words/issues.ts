/** Sentences for issue codes, in one place. Plain and exact: what, where, by how much, and what to do about it. */
import type { IssueCode, IssueValues } from '../studies/types';
import { fixed } from '../quantities/format';
import { MEETS } from './keepOuts';
import { surfaceWords } from './tapes';
import { type LengthSystem, lengthText } from '../quantities/lengths';

export type IssueWords = { [C in IssueCode]: { code: C; values: IssueValues[C] } }[IssueCode];

type Say<V> = (
  v: V,
  length: (key: keyof V) => string,
  number: (key: keyof V, digits: number) => string,
  /** A length the sentence itself names, m. */
  metres: (m: number) => string,
) => string;

const percent = (value: number, digits = 0) => fixed(value * 100, digits);
const surface = surfaceWords;

const SYMMETRY: Record<IssueValues['seat.not-symmetric']['what'], string> = {
  'side-wall': 'the distances to the side walls differ',
  depth: 'one loudspeaker stands further back',
  height: 'the axis heights differ',
};

const SENTENCES: { readonly [C in IssueCode]: Say<IssueValues[C]> } = {
  'seat.head-outside': () => 'The head is outside the room. Move it back inside the walls.',
  'seat.head-above-ceiling': (_v, l) => `The ears at ${l('height')} are above the ceiling.`,
  'seat.centre-null': (v, _l, n, m) =>
    `The head is at ${percent(v.part)} % of the length: the first length mode, ${n('f', 0)} Hz, vanishes there. Move at least ${m(0.3)} forward or back.`,
  'seat.pushed-back': (_v, l) =>
    `The triangle of ${l('side')} is too deep for the 38 % seat: the loudspeakers would stand in the front wall. The head sits ${l('by')} behind the rule; a shorter side brings it forward.`,
  'seat.rear-wall-close': (_v, l, _n, m) =>
    `The head is ${l('distance')} from the rear wall: strong early reflections and uneven bass. The least is ${m(0.5)}.`,
  'seat.loudspeaker-outside': (v) => `Loudspeaker ${v.letter} is outside the room. Move it back inside.`,
  'seat.too-near': (v, l) =>
    `Loudspeaker ${v.letter} is ${l('distance')} from the ears, nearer than the ${l('minimum')} it needs for its drivers to blend.`,
  'seat.axis-height': (v, l) =>
    `The axis of ${v.letter} is at ${l('axis')}, the ears at ${l('ear')}. Bring both to one height or tilt the loudspeaker.`,
  'seat.loudspeaker-in-wall': (v, l) =>
    `The front of ${v.letter} is ${l('distance')} from the front wall, but its box is ${l('depth')} deep: the back is in the wall.`,
  'seat.notches-coincide': (v, _l, n) =>
    `${v.letter}: the ${surface(v.first)} and the ${surface(v.second)} cancel at the same note at the ears; with all near surfaces together it is ${fixed(-v.levelDb, 1)} dB down at ${n('f', 0)} Hz. Make the ways over them unequal.`,
  'seat.deep-notch': (v, _l, n) =>
    `The nearest boundaries take ${fixed(-v.levelDb, 1)} dB out of ${v.letter} at ${n('f', 0)} Hz. Move it nearer to or further from them; equalising cannot fill it.`,
  'seat.triangle-wide': (_v, _l, n) => `The loudspeakers are ${n('angleDeg', 0)}° apart: past 70° the centre empties.`,
  'seat.triangle-narrow': (_v, l, n) =>
    `The loudspeakers are ${n('angleDeg', 0)}° apart: under 50° the image collapses. From this seat 60° wants them ${l('side')} apart.`,
  'seat.unequal-sides': (_v, l, n) =>
    `One loudspeaker is ${l('difference')} further from the ears: ${n('delayMs', 2)} ms later. Centre images lean to the nearer one.`,
  'seat.not-symmetric': (v, l) => `Left and right differ by ${l('difference')}: ${SYMMETRY[v.what]}.`,
  'seat.flush-off-wall': (v, l) =>
    `${v.letter} is to be set into the wall, but its front lies in none: the front wall is ${l('distance')} away. Place it by the rule, or let it stand free.`,
  'seat.flush-bass': (v, _l, n) =>
    `Set into the wall, ${v.letter} sends forward what would have gone behind it: ${n('gainDb', 1)} dB more bass, fading out about ${n('f', 0)} Hz. Take it back with its low shelf.`,
  'seat.station-off': (v, _l, n) =>
    `${v.letter} (${v.name}) stands at ${n('azimuthDeg', 0)}°, ${n('elevationDeg', 0)}° up: ${[
      v.azimuthOff === 0 ? '' : `${fixed(Math.abs(v.azimuthOff), 0)}° outside its angle`,
      v.elevationOff === 0 ? '' : `${fixed(Math.abs(v.elevationOff), 0)}° outside its height`,
    ]
      .filter((t) => t !== '')
      .join(', ')} in this layout.`,
  'seat.delays': (v) =>
    `The loudspeakers are not equally far from the ears. Set these delays, and all arrive together: ${v.list}.${v.inWall === '' ? '' : ` Set into the wall, ${v.inWall} cannot stand further off: the delay is its only way.`}`,
  'bass.not-a-box': () => 'The room is too far from a box: closed-form modes do not apply and none are shown.',
  'bass.spacing-drop': (_v, _l, n) =>
    `The third octave at ${n('f', 0)} Hz holds fewer modes than the one below it: the bass will be uneven there.`,
  'bass.coincident': (_v, _l, n) =>
    `Two modes coincide in the sparse third octave at ${n('f', 0)} Hz and will stand out.`,
  'bass.seat-in-null': (v, _l, n) =>
    `The ears are in the null of mode ${v.n} at ${n('f', 0)} Hz. A null cannot be equalised or absorbed away; move the seat.`,
  'bass.box-estimate': (v) =>
    `This room is no box. Its modes are estimated by the box around it, of which it fills ${percent(v.fill)} %: expect frequencies a few per cent off, and other pressures near recesses and slopes.`,
  'bass.list-ends-early': (_v, _l, n) =>
    `A room this large has too many modes to list: they are shown to ${n('f', 0)} Hz. Counts per third octave end there too.`,
  'bass.height-null': (_v, _l, n) =>
    `The ears are near half height, in the null of the first floor-to-ceiling mode, ${n('f', 0)} Hz. Most seated ears are; ceiling treatment softens it.`,
  'marks.direct-blocked': (v) =>
    `${v.by ? surface(v.by) : 'Something'} stands between ${v.letter} and the ears.`.replace(/^./, (c) =>
      c.toUpperCase(),
    ),
  'marks.on-opening': (v) =>
    `A reflection of ${v.letter} that matters falls on ${v.name} (${surface(v.face)}): a fixed panel cannot hang there. A stand in front of it, a curtain or a door panel can.`,
  'marks.still-loud': (v, _l, n) =>
    `What covers ${v.letter} on the ${surface(v.face)} leaves it at ${n('levelDb', 1)} dB (bare ${n('bareDb', 1)} dB): still above the limit. A deeper panel takes more.`,
  'marks.scatter-too-near': (v, l) =>
    `${v.name} is ${l('distance')} from the ears; made for ${fixed(v.hz, 0)} Hz and up it wants ${l('least')}. Nearer, its single ribs are heard.`,
  'marks.half-covered': (v) =>
    `A panel covers only ${percent(v.part)} % of the zone of ${v.letter} on the ${surface(v.face)}: the head still meets the reflection in the rest.`,
  'survey.opening-off-wall': (v, l) =>
    `${v.name} reaches past the ${surface(v.wall)}: it ends at ${l('end')} along and ${l('top')} up, the wall is ${l('length')} long.`,
  'survey.openings-overlap': (v) => `${v.name} and ${v.other} overlap on their wall.`,
  'survey.patch-outside': (v) => `${v.name} lies outside its surface. Check where it starts.`,
  'survey.strip-outside': (v) => `${v.name} lies outside the room. Check its distance from the wall.`,
  'survey.low-beam': (v, l) => `${v.name} hangs at ${l('height')}: heads will meet it. Pad or mark it.`,
  'survey.thing-outside': (v) => `${v.name} stands outside the room with ${percent(v.part)} % of its ground.`,
  'survey.thing-too-high': (v, l) => `${v.name} is ${l('height')} high, the ceiling there ${l('ceiling')}.`,
  'survey.things-overlap': (v) => `${v.name} and ${v.other} stand in the same place.`,
  'survey.partition-open': (v) =>
    `${v.name} cannot be closed in this state: it does not cut off a room with the head in it. It counts as open.`,
  'survey.learned-shape': () =>
    'The room has another shape than the one that was measured: what was learned of it is not used. Measure again.',
  'survey.learned-surface': (v) =>
    `The ${surface(v.name)} is made of something else than when it was measured: what was learned of it is not used there.`,
  'survey.no-room-in-front': (v) => `${v.name} has not the room in front that it asks for: ${v.by} is in it.`,
  'survey.door-blocked': (v) => `${v.name} cannot open: ${v.by} stands in its swing. Keep the way out free.`,
  'survey.tape-open': (_v, l) =>
    `The tape does not close: after ${l('around')} it misses the start by ${l('error')}. Measure again, or spread the error.`,
  'survey.diagonal': (v, l) =>
    `The diagonal from the start of ${v.from} to the start of ${v.to} is taped as ${l('taped')}; in the plan it is ${l('planned')}.`,
  'marks.too-many-panels': (v) => `${v.chosen} panels are set for the ${surface(v.face)}, where ${v.capacity} fit.`,
  'marks.panel-too-large': (v) =>
    `No panel of the stock finds a place over all marks of the ${surface(v.face)}: they are too large there, or something is in the way. Choose the mark to see the ways out.`,
  'decay.too-dead': (v, _l, n) =>
    `The target cannot be reached with this panel: the ${v.panels} panels that bring the slow bands in take ${n('octave', 0)} Hz down to ${n('time', 2)} s, below its ${n('limit', 2)} s. A deeper panel takes more bass for the same highs.`,
  'decay.not-enough': (v, _l, n) =>
    `The target cannot be reached: with all ${v.panels} panels that fit, ${n('octave', 0)} Hz still rings ${n('time', 2)} s against ${n('limit', 2)} s, because this panel absorbs only ${percent(v.alpha)} % there. Use a deeper panel or gap, or more surfaces.`,
  'decay.wishes-conflict': (v) =>
    `${v.panels} panels would reach the target, but not with every first reflection covered and left and right alike. Loosen one of the two.`,
  'decay.undecided': (v) => `The smallest number could not be proved: ${v.reason}.`,
  'decay.coverage-past-half': (v) =>
    `Panels cover ${percent(v.coverage)} % of walls and ceiling: past half only a vocal booth wants that.`,
  'decay.gap-deeper-than-panel': (_v, l) =>
    `The gap of ${l('gap')} is deeper than the ${l('depth')} panel: it dips where the gap is half a wavelength.`,
  'decay.thin-panel': (v, l, _n, m) =>
    `${l('depth')} deep, this panel takes ${percent(v.alpha)} % at 125 Hz: highs will go and the bass will stay. First reflections want at least ${m(0.1)}.`,
  'decay.fill-dense-for-bass': () =>
    'This fill is dense for bass: a lighter fill (lower flow resistivity) lets low notes in deeper.',
  'hang.in-the-way': (v, l) => `${v.name} ${MEETS[v.kind](v.other)} by ${l('by')}.`,
  'hang.past-face': (v, l) => `${v.name} reaches ${l('by')} past the ${surface(v.face)}.`,
  'hang.no-window': (v) => `${v.name} is a window plug and lies in no window of the ${surface(v.face)}.`,
  'hang.off-edge': (v, l) =>
    `${v.name} is made for the edge of wall and ceiling and hangs ${l('by')} under it on the ${surface(v.face)}.`,
  'build.nothing-decided': () => 'No panels are decided yet. Use the answer in Decay, or set numbers by surface there.',
  'build.diffusers-not-listed': (v) =>
    `${v.count === 1 ? 'One hung diffuser is' : `${v.count} hung diffusers are`} not in these lists and have no price: give one in Recipes, or build them by a recipe that has their boards.`,
  'build.frame-too-thick': (_v, l) =>
    `Two frame pieces of ${l('frame')} leave no room for fill in a panel this narrow.`,
  'build.stock-too-short': (_v, l) =>
    `The longest piece of timber, ${l('longest')}, is longer than any bar in the shop or in hand, ${l('stock')}.`,
  'build.cloth-too-narrow': (_v, l) => `The ${l('roll')} cloth roll is no wider than a seam takes.`,
  'build.seam': (v, l) =>
    `On a ${l('roll')} roll the widest cloth is sewn of ${v.strips} strips; another roll is under Shop.`,
};

/** The sentence of an issue; lengths in the reader's system. */
export function issueSentence({ code, values }: IssueWords, system: LengthSystem): string {
  const figure = (key: never) => Number((values as Record<string, number | string>)[key]);
  return (SENTENCES[code] as Say<unknown>)(
    values,
    (key) => lengthText(figure(key), system),
    (key, digits) => fixed(figure(key), digits),
    (m) => lengthText(m, system),
  );
}

/** Every code there is. */
export const ISSUE_CODES = Object.keys(SENTENCES) as IssueCode[];
