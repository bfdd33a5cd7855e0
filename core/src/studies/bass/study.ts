/** Bass: the box room's modes to 300 Hz, what each does at the seat, and the spacing and Schroeder criteria. */
import { boxOf } from '../../geometry/solid';
import {
  type BandCount,
  type BoxSize,
  boxModes,
  type Mode,
  modePressure,
  schroederFrequency,
  signedModePressure,
  type Spacing,
  spacingCriterion,
  thirdOctaveCounts,
  weylCount,
} from '../../physics/modes/box';
import type { Project } from '../../document/schema/project';
import { OCTAVE_MIDBANDS, thirdOctaveEdges } from '../../quantities/bands';
import { eyring } from '../../physics/reverberation/decay';
import { bareSurfaces, objectAbsorption } from '../../room/absorption';
import { type Setting, settingOf } from '../../room/setting';
import type { Issue, Study, Working } from '../types';

export const MODE_LIMIT_HZ = 300;

/** A hall has tens of thousands of modes below 300 Hz, and no use for a list of them: it ends where so many are expected. */
const MOST_MODES = 1500;

/** Frequency up to which modes are listed, Hz. */
function modeLimit(box: BoxSize, c: number): number {
  let limit = MODE_LIMIT_HZ;
  while (weylCount(box, c, limit) > MOST_MODES) limit -= 5;
  return limit;
}

/** Part of the box around it that a room must fill for the box's modes to say something about it. */
const LEAST_FILL = 0.85;

/** The box whose modes are listed: the room itself, or the one around a room that nearly fills it. */
export interface BoxLike {
  size: BoxSize;
  /** Part of the box's floor that is the room's, 0…1; exactly 1 for a box. */
  fill: number;
}

/** Width and length of the plan around, mean height over it. Null for rooms that are nothing like a box. */
export function boxLike(setting: Setting): BoxLike | null {
  const { solid } = setting;
  const exact = boxOf(solid);
  if (exact) return { size: exact, fill: 1 };
  const width = Math.max(...solid.plan.map((c) => c.at[0]));
  const length = Math.max(...solid.plan.map((c) => c.at[1])) - Math.min(...solid.plan.map((c) => c.at[1]));
  const fill = solid.floorArea / (width * length);
  if (fill < LEAST_FILL || Math.min(...solid.plan.map((c) => c.at[1])) < -1e-6) return null;
  return { size: [width, length, solid.volume / solid.floorArea], fill };
}

/** Below −12 dB of the mode's maximum the seat is in its null, above −3 dB at its peak. */
export const NULL_BELOW = 10 ** (-12 / 20);
export const PEAK_ABOVE = 10 ** (-3 / 20);

export type AtSeat = 'null' | 'between' | 'peak';

export interface SeatMode extends Mode {
  /** |p| at the ears, 1 at the room's corners. */
  pressure: number;
  /** The same in dB re the corner; −60 at least. */
  pressureDb: number;
  atSeat: AtSeat;
}

export interface BassResult {
  /** Listener's frame: x width, y length, z height; null when the room is nothing like a box. */
  box: BoxSize | null;
  /** Part of that box the room fills: 1 for a box, less for an estimate. */
  fill: number;
  modes: SeatMode[];
  /** Modes are listed up to here, Hz: 300, or less in a hall. */
  limit: number;
  bands: BandCount[];
  spacing: Spacing | null;
  expectedCount: number;
  schroeder: number;
  /** Decay time at the Schroeder frequency that it belongs to, s. */
  schroederTime: number;
}

/** Third octaves judged by the spacing criterion: 20 to 200 Hz. */
const BAND_NUMBERS = Array.from({ length: 11 }, (_, i) => i - 17);

/** Nulls are judged up to here: above, modes crowd and no single one empties a note. */
export const NULLS_JUDGED_HZ = 150;

/**
 * Axial modes along the length whose null the ears are in. Left-right modes are left out: a symmetric pair does not drive
 * the odd ones, and the head on the axis cannot leave their null; height modes have their own note.
 */
export function lengthNulls(modes: readonly SeatMode[]): SeatMode[] {
  return modes.filter((m) => m.n[0] === 0 && m.n[2] === 0 && m.f < NULLS_JUDGED_HZ && m.atSeat === 'null');
}

export function atSeatWord(pressure: number): AtSeat {
  return pressure < NULL_BELOW ? 'null' : pressure > PEAK_ABOVE ? 'peak' : 'between';
}

/** Linear in log frequency between octave values; held at the ends. */
function interpolateOctaves(values: readonly number[], frequency: number): number {
  const x = Math.log2(frequency / OCTAVE_MIDBANDS[0]!) / Math.log2(OCTAVE_MIDBANDS[1]! / OCTAVE_MIDBANDS[0]!);
  const i = Math.min(values.length - 2, Math.max(0, Math.floor(x)));
  const t = Math.min(1, Math.max(0, x - i));
  return values[i]! + t * (values[i + 1]! - values[i]!);
}

/**
 * Schroeder frequency with the decay time it belongs to: fixed point of f = 2000 √(T(f)/V).
 * `times` per octave in s, volume in m³. Converges to 0.01 Hz in a few rounds, since T changes slowly with f.
 */
export function schroederWithDecay(times: readonly number[], volume: number): { f: number; time: number } {
  let f = 200;
  for (let round = 0; round < 50; round++) {
    const next = schroederFrequency(interpolateOctaves(times, f), volume);
    if (Math.abs(next - f) < 0.01) return { f: next, time: interpolateOctaves(times, next) };
    f = (f + next) / 2;
  }
  return { f, time: interpolateOctaves(times, f) };
}

/** Eyring decay per octave of the room without panels, s. */
export function bareEyring(setting: Setting): number[] {
  return setting.mEnergy.map((mEnergy, b) =>
    eyring({
      volume: setting.solid.volume,
      surfaces: bareSurfaces(setting, b),
      c: setting.c,
      mEnergy,
      objects: objectAbsorption(setting, b),
    })!,
  );
}

/** Pressure of one mode over the plan at a height: rows from the front wall, columns from the left; −1…1. */
export function pressureMap(box: BoxSize, n: Mode['n'], height: number, columns: number, rows: number): number[] {
  return Array.from({ length: columns * rows }, (_, i) =>
    signedModePressure(box, n, [
      (((i % columns) + 0.5) / columns) * box[0],
      ((Math.floor(i / columns) + 0.5) / rows) * box[1],
      height,
    ]),
  );
}

function modeWorking(setting: Setting, box: BoxSize, mode: SeatMode): Working {
  return {
    id: `mode-${mode.n.join('-')}`,
    title: `Mode ${mode.n.join(' ')}, ${mode.kind}`,
    formula: 'f = (c/2) · √((nx/Lx)² + (ny/Ly)² + (nz/Lz)²)',
    symbols: [
      { symbol: 'c', meaning: 'speed of sound', value: setting.c, unit: 'm/s' },
      { symbol: 'Lx', meaning: 'width', value: box[0], unit: 'm' },
      { symbol: 'Ly', meaning: 'length', value: box[1], unit: 'm' },
      { symbol: 'Lz', meaning: 'height', value: box[2], unit: 'm' },
      { symbol: 'n', meaning: 'half waves across width, length, height', value: mode.n.join(', '), unit: '' },
      { symbol: '|p|', meaning: 'pressure at the ears, Π cos(nπx/L)', value: mode.pressure, unit: 'of the corner' },
    ],
    result: { symbol: 'f', meaning: 'mode frequency', value: mode.f, unit: 'Hz' },
    source: 'H. Kuttruff, Room Acoustics, 6th ed., §3.2.',
    validity: 'Rigid box. Soft boards shift real modes by a few per cent, alcoves and beams by more.',
  };
}

/** The working of one mode, made when it is asked for. */
export function workingOfMode(setting: Setting, result: BassResult, index: number): Working | null {
  const mode = result.modes[index];
  return mode && result.box ? modeWorking(setting, result.box, mode) : null;
}

/** Modes, counts and criteria of a project's room. */
export function studyBass(project: Project, setting: Setting = settingOf(project)): Study<BassResult> {
  const like = boxLike(setting);
  const times = bareEyring(setting);
  const schroeder = schroederWithDecay(times, setting.solid.volume);
  const issues: Issue[] = [];
  const working: Working[] = [
    {
      id: 'schroeder',
      title: 'Schroeder frequency',
      formula: 'fs = 2000 · √(T / V)',
      symbols: [
        { symbol: 'T', meaning: 'decay time at that frequency, bare room (Eyring)', value: schroeder.time, unit: 's' },
        { symbol: 'V', meaning: 'volume', value: setting.solid.volume, unit: 'm³' },
      ],
      result: { symbol: 'fs', meaning: 'single modes below, overlapping modes above', value: schroeder.f, unit: 'Hz' },
      source: 'M. R. Schroeder 1962; three modes overlap within one bandwidth.',
      validity: 'A transition, not an edge: about half an octave wide.',
    },
  ];
  if (!like) {
    issues.push({ code: 'bass.not-a-box', severity: 'note', where: [], values: {} });
    return {
      result: {
        box: null,
        fill: 0,
        modes: [],
        limit: MODE_LIMIT_HZ,
        bands: [],
        spacing: null,
        expectedCount: 0,
        schroeder: schroeder.f,
        schroederTime: schroeder.time,
      },
      issues,
      working,
    };
  }
  const box = like.size;
  if (like.fill < 1 || !boxOf(setting.solid)) {
    issues.push({ code: 'bass.box-estimate', severity: 'note', where: [], values: { fill: like.fill } });
  }
  const limit = modeLimit(box, setting.c);
  const modes = boxModes(box, setting.c, limit).map((m): SeatMode => {
    const pressure = modePressure(box, m.n, setting.head);
    const pressureDb = 20 * Math.log10(Math.max(pressure, 1e-3));
    return { ...m, pressure, pressureDb, atSeat: atSeatWord(pressure) };
  });
  // A band the list only half reaches would look like a drop.
  const whole = BAND_NUMBERS.filter((k) => thirdOctaveEdges(k)[1] <= limit);
  const bands = thirdOctaveCounts(modes, whole);
  const spacing = spacingCriterion(modes, bands);
  if (spacing.firstDrop !== null) {
    issues.push({ code: 'bass.spacing-drop', severity: 'warning', where: [], values: { f: spacing.firstDrop } });
  }
  for (const f of spacing.coincidentBands) {
    issues.push({ code: 'bass.coincident', severity: 'warning', where: [], values: { f } });
  }
  for (const m of lengthNulls(modes)) {
    issues.push({
      code: 'bass.seat-in-null',
      severity: 'warning',
      where: ['head'],
      values: { f: m.f, n: m.n.join(' ') },
    });
  }
  const upright = modes.find((m) => m.n[0] === 0 && m.n[1] === 0 && m.f < NULLS_JUDGED_HZ && m.atSeat === 'null');
  if (upright) {
    issues.push({ code: 'bass.height-null', severity: 'note', where: ['head'], values: { f: upright.f } });
  }
  if (limit < MODE_LIMIT_HZ) {
    issues.push({ code: 'bass.list-ends-early', severity: 'note', where: [], values: { f: limit } });
  }
  const result: BassResult = {
    box,
    fill: like.fill,
    modes,
    limit,
    bands,
    spacing,
    expectedCount: weylCount(box, setting.c, limit),
    schroeder: schroeder.f,
    schroederTime: schroeder.time,
  };
  return { result, issues, working };
}
