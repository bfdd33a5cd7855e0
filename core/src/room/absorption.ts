/** What the room absorbs without panels: every face's own material, its patches and openings, and the things in it. */
import type { Material } from '../materials/library';
import type { BandSurface } from '../physics/reverberation/decay';
import { LOGARITHM_CAP } from '../physics/reverberation/decay';
import type { Setting, SettingFace } from './setting';

export interface Stretch {
  id: string;
  name: string;
  face: SettingFace;
  material: Material;
  /** m² */
  area: number;
}

/** All stretches of one material: first what shows of each face itself (id of the face), then its parts. */
export function stretchesOf(setting: Setting): Stretch[] {
  return setting.faces.flatMap((face): Stretch[] => {
    const own = face.parts.filter((t) => t.material === null).reduce((sum, t) => sum + t.area, 0);
    return [
      { id: face.id, name: face.name, face, material: face.material, area: face.bare + own },
      ...face.parts
        .filter((t) => t.material !== null)
        .map((t) => ({ id: t.id, name: t.name, face, material: t.material!, area: t.area })),
    ];
  });
}

/** Stretches of one octave with coefficients as logarithms take them. */
export function bareSurfaces(setting: Setting, band: number): BandSurface[] {
  return stretchesOf(setting).map((s) => ({
    area: s.area,
    alpha: Math.min(LOGARITHM_CAP, s.material.alpha[band]!),
    axis: s.face.axis,
  }));
}

/** Equivalent absorption area of furniture and people in one octave, m². */
export function objectAbsorption(setting: Setting, band: number): number {
  return setting.objects.reduce((sum, o) => sum + o.absorption[band]!, 0);
}
