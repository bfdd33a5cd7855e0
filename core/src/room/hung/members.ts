/** Studs, joists and battens behind a face, as the survey told them. */
import { boundsOf } from '../../geometry/clip';
import { faceOutline } from '../../geometry/unfold';
import type { Framing } from '../../document/schema/project';
import type { Setting, SettingFace } from '../setting';

export interface Members {
  /** Middle lines, in the face's own coordinates: along it where they run up (to the rear), else up it (from the front); m. */
  at: number[];
  runs: Framing['runs'];
}

/** Members that cross a face; they are counted from where its surface begins. Null where none are told. */
export function membersOf(setting: Setting, face: SettingFace): Members | null {
  const framing = setting.surveyed.framing[face.surface];
  if (!framing || framing.kind === 'solid') return null;
  const span = (f: SettingFace) => {
    const { left, right, low, high } = boundsOf(faceOutline(f));
    return framing.runs === 'up' ? ([left, right] as const) : ([low, high] as const);
  };
  // A ceiling of several faces has one set of joists; a wall's faces are walls of their own.
  const whole = face.foot ? [face] : setting.faces.filter((f) => f.surface === face.surface && !f.foot);
  const from = Math.min(...whole.map((f) => span(f)[0]));
  const [begin, end] = span(face);
  const at: number[] = [];
  for (let m = from + framing.first; m < end - 1e-6; m += framing.spacing) if (m > begin + 1e-6) at.push(m);
  return { at, runs: framing.runs };
}
