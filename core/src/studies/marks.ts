/** Marks: where tape goes for every loudspeaker on every surface, first order, and the fewest panels that cover it. */
import { faceToLocal } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import { distance } from '../geometry/vector';
import { fewestCovering, mostThatFit, type PlacedPanel } from '../layout/cover';
import type { Project } from '../project/schema';
import { reflectionPaths } from '../reflections/images';
import { type Setting, settingOf, type SettingFace } from './setting';
import type { Issue, Study, Working } from './types';

/** A reflection matters when it is louder than this re direct within this time: a common control-room criterion. */
export const MATTERS = { levelDb: -10, withinS: 0.015 } as const;

/** Least distance from a mark to the edge of the panel over it, m: room for a head that moves. */
export const COVER_MARGIN = 0.1;

/** Octaves whose mean coefficient sets a surface's loss: 500 Hz to 4 kHz. */
const LOSS_OCTAVES = [3, 4, 5, 6] as const;

export interface Tape {
  /** "from front wall", "from left wall", "up from floor". */
  from: 'front' | 'left' | 'floor';
  metres: number;
}

export interface Mark {
  id: string;
  loudspeaker: string;
  letter: string;
  face: string;
  faceName: string;
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

function faceExtent(face: SettingFace, height: number): { width: number; height: number } {
  if (face.kind === 'wall') return { width: face.length, height };
  const xs = face.vertices.map((v) => v[0]);
  const ys = face.vertices.map((v) => v[1]);
  return { width: Math.max(...xs) - Math.min(...xs), height: Math.max(...ys) - Math.min(...ys) };
}

/** Coefficient that sets the level of a reflection: mean of 500 Hz–4 kHz. */
export function reflectionLoss(face: SettingFace): number {
  return LOSS_OCTAVES.reduce<number>((sum, b) => sum + face.material.alpha[b]!, 0) / LOSS_OCTAVES.length;
}

function tapeFor(face: SettingFace, at: Vec3): [Tape, Tape] {
  if (face.kind !== 'wall')
    return [
      { from: 'front', metres: at[1] },
      { from: 'left', metres: at[0] },
    ];
  const along: Tape =
    face.side === 'front' || face.side === 'rear' ? { from: 'left', metres: at[0] } : { from: 'front', metres: at[1] };
  return [along, { from: 'floor', metres: at[2] }];
}

/** Marks and covers of a project. Surfaces are bare; a panel's own face is not yet the mirror plane. */
export function studyMarks(project: Project, setting: Setting = settingOf(project)): Study<MarksResult> {
  const surfaces = setting.faces.map((f) => ({ id: f.id, vertices: f.vertices, alpha: reflectionLoss(f) }));
  const issues: Issue[] = [];
  const working: Working[] = [];
  const found: Mark[] = [];
  for (const l of setting.loudspeakers) {
    if (distance(l.at, setting.head) < 0.01) continue;
    const { paths, direct } = reflectionPaths(surfaces, l.at, setting.head, 1, setting.c);
    if (!direct.visible) {
      issues.push({ code: 'marks.direct-blocked', severity: 'warning', where: [l.id], values: { letter: l.letter } });
    }
    for (const p of paths) {
      const face = setting.faces.find((f) => f.id === p.sequence[0])!;
      const at = p.points[0]!;
      const own =
        face.side === 'left' ? l.at[0] <= setting.axis : face.side === 'right' ? l.at[0] >= setting.axis : null;
      found.push({
        id: `${l.id}-${face.id}`,
        loudspeaker: l.id,
        letter: l.letter,
        face: face.id,
        faceName: face.name,
        own,
        at,
        local: faceToLocal(face, at),
        tape: tapeFor(face, at),
        path: [l.at, at, setting.head],
        length: p.length,
        extraPath: p.length - direct.distance,
        delay: p.delay,
        levelDb: p.level,
        matters: p.level !== null && p.level > MATTERS.levelDb && p.delay < MATTERS.withinS,
        covered: false,
      });
      working.push({
        id: `mark-${l.id}-${face.id}`,
        title: `${l.letter} on the ${face.name}${face.kind === 'wall' ? ' wall' : ''}`,
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
          { symbol: 'α', meaning: `${face.material.name}, mean 500 Hz–4 kHz`, value: reflectionLoss(face), unit: '' },
          { symbol: 't', meaning: 'later than direct, (L − d)/c', value: p.delay * 1000, unit: 'ms' },
        ],
        result: {
          symbol: 'ΔL',
          meaning: 'level re direct, 20 lg(d/L) + 10 lg(1 − α)',
          value: p.level ?? 'nothing left',
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
    const own = found.filter((m) => m.face === face.id);
    const extent = faceExtent(face, setting.solid.height);
    const chosen = counts[face.id] ?? 0;
    const plan = fewestCovering({ marks: own.map((m) => m.local), panel, margin: COVER_MARGIN, face: extent });
    const capacity = mostThatFit(panel, extent);
    if (plan && plan.length > 0 && plan.length <= chosen) own.forEach((m) => (m.covered = true));
    if (chosen > capacity) {
      issues.push({
        code: 'marks.too-many-panels',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name, chosen, capacity },
      });
    }
    if (own.length > 0 && plan === null && usable.includes(face.id)) {
      issues.push({
        code: 'marks.panel-too-large',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name },
      });
    }
    return { face: face.id, needed: plan ? plan.length : null, capacity, chosen, panels: plan ?? [] };
  });
  const bare = found.filter((m) => m.matters && !m.covered);
  return {
    result: { marks: found, covers, covered: found.filter((m) => m.covered).length, worstBare: bare[0] ?? null },
    issues,
    working,
  };
}
