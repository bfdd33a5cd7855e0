/** Second-order reflections: every loudspeaker over two surfaces. Long for a page's thread: plain inputs, for a worker. */
import type { Vec3 } from '../../geometry/vector';
import { reflectionPaths, type Surface } from '../../physics/reflections/images';
import { distance } from '../../geometry/vector';
import type { Radiator } from '../../physics/loudspeakers/directivity';
import { apexOf } from '../../document/place/placing';
import { ALIKE, axisOf, meanOf, reflectionTaken, sentBetween } from '../../room/reflectionLevels';
import type { Setting } from '../../room/setting';
import { targetsOf } from '../../room/mirrors';

/** Weaker than this they are not listed, dB re direct. */
export const SECOND_ORDER_FLOOR_DB = -30;

export interface SecondOrderInputs {
  surfaces: (Surface & { name: string; owner: string | null })[];
  /** `axis` and `radiator` null: alike in all directions. */
  loudspeakers: { id: string; letter: string; at: Vec3; axis: Vec3; radiator: Radiator | null }[];
  head: Vec3;
  c: number;
}

export interface SecondOrderPath {
  id: string;
  loudspeaker: string;
  letter: string;
  faces: [string, string];
  names: [string, string];
  points: [Vec3, Vec3];
  path: Vec3[];
  length: number;
  delay: number;
  levelDb: number;
}

export interface SecondOrderResult {
  /** Loudest first. */
  paths: SecondOrderPath[];
  /** Sequences of two surfaces looked at. */
  tried: number;
}

/** Inputs from a setting: bare surfaces with their mean coefficients 500 Hz–4 kHz. */
export function secondOrderInputs(setting: Setting): SecondOrderInputs {
  return {
    surfaces: targetsOf(setting.room).map((t) => ({
      id: t.id,
      name: t.name,
      owner: t.owner,
      vertices: t.vertices.map((p): Vec3 => [...p]),
      alpha: Math.min(1, meanOf(t.material ? reflectionTaken(t.material) : t.alpha)),
    })),
    loudspeakers: setting.loudspeakers
      .filter((l) => l.role !== 'sub' && distance(l.at, setting.head) > 0.01)
      .map((l) => ({
        id: l.id,
        letter: l.letter,
        at: [...l.at],
        axis: axisOf(l, apexOf(setting.project, [setting.head[0], setting.head[1]])),
        radiator: setting.project.marking.directivity === 'alike' ? null : { width: l.box.width, mount: l.mount },
      })),
    head: [...setting.head],
    c: setting.c,
  };
}

/** All paths over two surfaces, loudest first. `progress` hears the part done, 0…1, after each loudspeaker. */
export function studySecondOrder(
  inputs: SecondOrderInputs,
  progress: (part: number) => void = () => {},
): SecondOrderResult {
  const names = new Map(inputs.surfaces.map((s) => [s.id, s.name]));
  const found: SecondOrderPath[] = [];
  inputs.loudspeakers.forEach((l, i) => {
    const { paths } = reflectionPaths(inputs.surfaces, l.at, inputs.head, 2, inputs.c);
    for (const p of paths) {
      if (p.order !== 2 || p.level === null) continue;
      const sent = l.radiator ? sentBetween(l.radiator, l.axis, l.at, p.points[0]!, inputs.head, inputs.c) : ALIKE;
      const levelDb = p.level + 10 * Math.log10(meanOf(sent));
      if (levelDb < SECOND_ORDER_FLOOR_DB) continue;
      const [first, second] = p.sequence as [string, string];
      found.push({
        id: `${l.id}-${first}-${second}`,
        loudspeaker: l.id,
        letter: l.letter,
        faces: [first, second],
        names: [names.get(first)!, names.get(second)!],
        points: [p.points[0]!, p.points[1]!],
        path: [l.at, ...p.points, inputs.head],
        length: p.length,
        delay: p.delay,
        levelDb,
      });
    }
    progress((i + 1) / inputs.loudspeakers.length);
  });
  found.sort((a, b) => b.levelDb - a.levelDb || a.id.localeCompare(b.id));
  const n = inputs.surfaces.length;
  return { paths: found, tried: inputs.loudspeakers.length * n * (n - 1) };
}
