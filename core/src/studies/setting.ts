/** The room of a project as physics needs it: solid in the listener's frame, air, materials, positions. */
import { airDensity, energyAttenuation, speedHumid } from '../air/air';
import { type Frame } from '../geometry/frame';
import { type Face, type PlanCorner, prism, type Solid } from '../geometry/solid';
import { newell } from '../geometry/polygon';
import type { Vec3 } from '../geometry/vector';
import { type Material, materialById } from '../materials/library';
import { frameOf, lengthAlongAxis, listeningAxis, planOf } from '../project/placing';
import type { Loudspeaker, Project } from '../project/schema';
import { OCTAVE_MIDBANDS } from '../quantities/bands';
import type { PairAxis } from '../reverberation/decay';

export type SideName = 'front' | 'right' | 'rear' | 'left' | 'floor' | 'ceiling';

export interface SettingFace extends Face {
  side: SideName;
  /** "front", "right", "right 2" when several walls look the same way, "floor", "ceiling". */
  name: string;
  axis: PairAxis;
  material: Material;
}

export interface PlacedLoudspeaker extends Loudspeaker {
  /** Acoustic centre in the listener's frame, m. */
  at: Vec3;
}

export interface Setting {
  frame: Frame;
  solid: Solid;
  faces: SettingFace[];
  /** Speed of sound, m/s. */
  c: number;
  /** kg/m³ */
  rho: number;
  /** Energy attenuation of air per octave, 1/m. */
  mEnergy: number[];
  /** Ears in the listener's frame, m. */
  head: Vec3;
  loudspeakers: PlacedLoudspeaker[];
  /** x of the listening axis and the room's length along it, m. */
  axis: number;
  length: number;
}

function sideOf(face: Face): SideName {
  if (face.kind === 'floor' || face.kind === 'ceiling') return face.kind;
  const [nx, ny] = newell(face.vertices);
  // The normal points into the room: the front wall's looks towards +y.
  if (Math.abs(ny) >= Math.abs(nx)) return ny > 0 ? 'front' : 'rear';
  return nx > 0 ? 'left' : 'right';
}

const AXIS_OF: Record<SideName, PairAxis> = { front: 'y', rear: 'y', left: 'x', right: 'x', floor: 'z', ceiling: 'z' };

/** Everything a study needs of the document, in the listener's frame. */
export function settingOf(project: Project): Setting {
  const frame = frameOf(project);
  const plan: PlanCorner[] = planOf(project).map((c) => ({ wall: c.wall, at: frame.toListener(c.at) }));
  // Walls are listed from the faced wall on, so that the strip reads front, right, rear, left.
  const first = plan.findIndex((c) => c.wall === project.listening.facing);
  const solid = prism([...plan.slice(first), ...plan.slice(0, first)], project.room.height);
  const seen: Partial<Record<SideName, number>> = {};
  const faces = solid.faces.map((face): SettingFace => {
    const side = sideOf(face);
    const count = (seen[side] = (seen[side] ?? 0) + 1);
    return {
      ...face,
      side,
      name: count === 1 ? side : `${side} ${count}`,
      axis: AXIS_OF[side],
      material: materialById(project.room.surfaces[face.id]!.material),
    };
  });
  const { head } = project.listening;
  return {
    frame,
    solid,
    faces,
    c: speedHumid(project.climate),
    rho: airDensity(project.climate),
    mEnergy: OCTAVE_MIDBANDS.map((f) => energyAttenuation(project.climate, f)),
    head: [...frame.toListener([head.x, head.y]), head.earHeight],
    loudspeakers: project.loudspeakers.map((l) => ({ ...l, at: [...frame.toListener([l.x, l.y]), l.axisHeight] })),
    axis: listeningAxis(project, frame),
    length: lengthAlongAxis(project, frame),
  };
}
