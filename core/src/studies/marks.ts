/** Marks: where tape goes for every loudspeaker on every surface, first order, and the fewest panels that cover it. */
import { insideOutline, prepareFace, signedDistance } from '../geometry/polygon';
import { faceOutline, faceStretch, faceToLocal } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import { distance } from '../geometry/vector';
import { fewestCovering, type HangingFace, mostThatFit, type PlacedPanel } from '../layout/cover';
import type { Material } from '../materials/library';
import type { Project } from '../project/schema';
import { reflectionPaths } from '../reflections/images';
import { blockedOn, type FacePart } from './faceParts';
import type { ObjectFace, RoomObject } from './objects';
import { type Setting, settingOf, type SettingFace } from './setting';
import { type Tape, tapesFor } from './tapes';
import type { Issue, Study, Working } from './types';

/** A reflection matters when it is louder than this re direct within this time: a common control-room criterion. */
export const MATTERS = { levelDb: -10, withinS: 0.015 } as const;

/** Least distance from a mark to the edge of the panel over it, m: room for a head that moves. */
export const COVER_MARGIN = 0.1;

/** Octaves whose mean coefficient sets a surface's loss: 500 Hz to 4 kHz. */
const LOSS_OCTAVES = [3, 4, 5, 6] as const;

export interface Mark {
  id: string;
  loudspeaker: string;
  letter: string;
  face: string;
  faceName: string;
  /** "thing": the top or a side of a piece of furniture. */
  kind: SettingFace['kind'] | 'thing';
  /** What it lies on when that is not the bare surface: a door, a window, a patch. */
  on: { id: string; name: string; kind: FacePart['kind'] } | null;
  /** Whether the loudspeaker stands on this wall's own half of the room; null for front, rear, floor and ceiling. */
  own: boolean | null;
  at: Vec3;
  /** Place on the face: along and up for walls, plan x and y for floor and ceiling. */
  local: Vec2;
  tape: [Tape, Tape];
  /** Way of the sound: loudspeaker, mark, ears. */
  path: Vec3[];
  length: number;
  extraPath: number;
  delay: number;
  /** Level re direct with the bare surface's loss, dB; null when it absorbs everything. */
  levelDb: number | null;
  matters: boolean;
  /** A panel decided for this surface covers it. */
  covered: boolean;
}

export interface FaceCover {
  face: string;
  /** Panels that the marks of this face need; null when the panel does not fit the face. */
  needed: number | null;
  /** Most panels of this size that fit edge to edge. */
  capacity: number;
  /** Panels decided for this face. */
  chosen: number;
  panels: PlacedPanel[];
}

export interface MarksResult {
  /** Loudest first. */
  marks: Mark[];
  covers: FaceCover[];
  covered: number;
  worstBare: Mark | null;
}

/** Coefficient that sets the level of a reflection: mean of 500 Hz–4 kHz, at most 1. */
export function reflectionLoss(material: Material): number {
  // What is listed by the piece is soft and small; half of what meets it is taken as lost.
  if (material.per === 'piece') return 0.5;
  return Math.min(1, LOSS_OCTAVES.reduce<number>((sum, b) => sum + material.alpha[b]!, 0) / LOSS_OCTAVES.length);
}

/** One thing a mark can lie on: a face of the room or of a piece of furniture. */
interface Target {
  id: string;
  name: string;
  vertices: Vec3[];
  face: SettingFace | null;
  material: Material;
}

function contains(thing: RoomObject, p: Vec3): boolean {
  // Its faces look outwards: inside is behind all of them.
  return thing.faces.length > 0 && thing.faces.every((f) => signedDistance(prepareFace(f.vertices), p) < 1e-6);
}

function targetsOf(setting: Setting, source: Vec3): Target[] {
  // What the loudspeaker or the head is inside of (a shelf, a seat) neither hides nor mirrors it.
  const things = setting.objects.filter((o) => !contains(o, source) && !contains(o, setting.head));
  const ofThing = (o: RoomObject) => (f: ObjectFace) => ({ ...f, face: null, material: o.material });
  return [
    ...setting.faces.map((f) => ({ id: f.id, name: f.name, vertices: f.vertices, face: f, material: f.material })),
    ...things.flatMap((o) => o.faces.map(ofThing(o))),
  ];
}

/** The part of a face a mark lies on, the topmost; null on the face itself. */
function partUnder(face: SettingFace, local: Vec2): FacePart | null {
  return face.parts.findLast((t) => insideOutline(local, t.outline)) ?? null;
}

/** Parts that nothing can be hung on. */
const NOT_FOR_PANELS = (part: FacePart | Mark['on']): boolean =>
  part !== null && part.kind !== 'patch' && part.kind !== 'rug';

/** Marks and covers of a project. Surfaces are bare; a panel's own face is not yet the mirror plane. */
export function studyMarks(document: Project, setting: Setting = settingOf(document)): Study<MarksResult> {
  const { project } = setting;
  const issues: Issue[] = [];
  const working: Working[] = [];
  const found: Mark[] = [];
  for (const l of setting.loudspeakers) {
    if (distance(l.at, setting.head) < 0.01) continue;
    const targets = targetsOf(setting, l.at);
    const surfaces = targets.map(({ id, vertices }) => ({ id, vertices, alpha: 0 }));
    const { paths, direct } = reflectionPaths(surfaces, l.at, setting.head, 1, setting.c);
    if (!direct.visible) {
      issues.push({
        code: 'marks.direct-blocked',
        severity: 'warning',
        where: [l.id],
        values: { letter: l.letter, by: targets.find((t) => t.id === direct.blocker)?.name ?? '' },
      });
    }
    for (const p of paths) {
      const target = targets.find((t) => t.id === p.sequence[0])!;
      const { face } = target;
      const at = p.points[0]!;
      const side = face?.side ?? null;
      const own = side === 'left' ? l.at[0] <= setting.axis : side === 'right' ? l.at[0] >= setting.axis : null;
      const local: Vec2 = face ? faceToLocal(face, at) : [at[0], at[1]];
      const on = face ? partUnder(face, local) : null;
      const material = on?.material ?? target.material;
      const loss = reflectionLoss(material);
      const levelDb = loss < 1 ? p.level! + 10 * Math.log10(1 - loss) : null;
      found.push({
        id: `${l.id}-${target.id}`,
        loudspeaker: l.id,
        letter: l.letter,
        face: target.id,
        faceName: target.name,
        kind: face?.kind ?? 'thing',
        on: on && { id: on.id, name: on.name, kind: on.kind },
        own,
        at,
        local,
        tape: tapesFor(setting, face, at),
        path: [l.at, at, setting.head],
        length: p.length,
        extraPath: p.length - direct.distance,
        delay: p.delay,
        levelDb,
        matters: levelDb !== null && levelDb > MATTERS.levelDb && p.delay < MATTERS.withinS,
        covered: false,
      });
      working.push({
        id: `mark-${l.id}-${target.id}`,
        title: `${l.letter} on the ${target.name}${face?.kind === 'wall' ? ' wall' : ''}`,
        formula: 'image of the loudspeaker behind the surface; mark where image → ears meets it; L = |image − ears|',
        symbols: [
          {
            symbol: 'S',
            meaning: `loudspeaker ${l.letter} (x, y, z)`,
            value: l.at.map((v) => v.toFixed(3)).join(', '),
            unit: 'm',
          },
          {
            symbol: 'E',
            meaning: 'ears (x, y, z)',
            value: setting.head.map((v) => v.toFixed(3)).join(', '),
            unit: 'm',
          },
          { symbol: 'P', meaning: 'mark (x, y, z)', value: at.map((v) => v.toFixed(3)).join(', '), unit: 'm' },
          { symbol: 'd', meaning: 'direct path', value: direct.distance, unit: 'm' },
          { symbol: 'L', meaning: 'reflected path', value: p.length, unit: 'm' },
          { symbol: 'α', meaning: `${material.name}, mean 500 Hz–4 kHz`, value: loss, unit: '' },
          { symbol: 't', meaning: 'later than direct, (L − d)/c', value: p.delay * 1000, unit: 'ms' },
        ],
        result: {
          symbol: 'ΔL',
          meaning: 'level re direct, 20 lg(d/L) + 10 lg(1 − α)',
          value: levelDb ?? 'nothing left',
          unit: 'dB',
        },
        source: 'Image source; J. Borish, J. Acoust. Soc. Am. 75 (1984) 1827.',
        validity:
          'Mirror-like surface larger than the wavelength, loudspeaker radiating alike in all directions; geometry ± 1 cm.',
      });
    }
  }
  found.sort((a, b) => (b.levelDb ?? -Infinity) - (a.levelDb ?? -Infinity) || a.id.localeCompare(b.id));

  const { panel, counts, usable } = project.treatment;
  const covers = setting.faces.map((face): FaceCover => {
    const own = found.filter((m) => m.face === face.id && !NOT_FOR_PANELS(m.on));
    const hanging: HangingFace = { outline: faceOutline(face), blocked: blockedOn(project, face) };
    const chosen = counts[face.id] ?? 0;
    // On a slope the plan shows a panel foreshortened.
    const stretch = faceStretch(face);
    const seen = { width: panel.width / stretch, height: panel.height / stretch };
    const plan = fewestCovering({ marks: own.map((m) => m.local), panel: seen, margin: COVER_MARGIN, face: hanging });
    const capacity = mostThatFit(panel, hanging);
    if (plan && plan.length > 0 && plan.length <= chosen) own.forEach((m) => (m.covered = true));
    if (chosen > capacity) {
      issues.push({
        code: 'marks.too-many-panels',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name, chosen, capacity },
      });
    }
    if (own.length > 0 && plan === null && usable.includes(face.surface)) {
      issues.push({
        code: 'marks.panel-too-large',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name },
      });
    }
    return { face: face.id, needed: plan ? plan.length : null, capacity, chosen, panels: plan ?? [] };
  });
  for (const m of found) {
    if (!m.matters || !NOT_FOR_PANELS(m.on)) continue;
    issues.push({
      code: 'marks.on-opening',
      severity: 'warning',
      where: [m.id, m.on!.id],
      values: { letter: m.letter, name: m.on!.name, face: m.faceName },
    });
  }
  const bare = found.filter((m) => m.matters && !m.covered);
  return {
    result: { marks: found, covers, covered: found.filter((m) => m.covered).length, worstBare: bare[0] ?? null },
    issues,
    working,
  };
}
