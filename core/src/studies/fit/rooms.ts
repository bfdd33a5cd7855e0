/** The rooms of measurements as they are stated to be: how long they ring and what takes part in it, their modes and reflections. */
import { inMeasuredRoom } from '../../document/measured';
import { recipeOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { SPREAD } from '../../materials/library';
import type { Linalg } from '../../numerics/linalg/types';
import type { BandRoom } from '../../physics/reverberation/decay';
import { eyring, LOGARITHM_CAP } from '../../physics/reverberation/decay';
import { OCTAVES } from '../../quantities/bands';
import { recipeSpread } from '../../recipes/curve';
import { stretchesOf } from '../../room/absorption';
import type { Setting } from '../../room/setting';
import { settingOf } from '../../room/setting';
import { schroederWithDecay } from '../bass/study';
import { countsChosen } from '../decay/answer';
import { bandSurfaces, curveFor } from '../decay/curves';
import { spreadsOf } from '../decay/spreads';
import { decayInputs } from '../decay/inputs';
import { studied } from '../decay/study';
import { type Quality, roomLosses, type RoomLoss } from '../waves/waveRoom';
import type { Solution, WaveEngine } from '../waves/waveEngine';
import type { Unknowns } from './unknowns';

/** What takes part in the decay of an octave, and the decay for other parts. */
export interface BandParts {
  on: number[];
  /** Of those what the formula misses in this state of the room alone. */
  here: number;
  /** ln T with every part times e^x; null: nothing absorbs. */
  at(x: ArrayLike<number>): number | null;
}

export interface FitRoom {
  project: Project;
  setting: Setting;
  bands: BandParts[];
  solution: Solution | null;
  losses: RoomLoss[];
}

/** What formulas of a diffuse field leave unexplained: in octaves above Schroeder's frequency, and in those that reach below it. */
const FORMULA = { above: 0.04, below: 0.2 } as const;
/** What a piece takes of long waves depends on where it hangs: at pressure, in a corner, twice and more. */
const WHERE = 0.5;
/** The same from one state of a room to another. */
const HERE = { above: 0.02, below: 0.1 } as const;

/** Coefficients are of samples: what is built departs from its own kind by this much more, relative. */
const AS_BUILT = 0.2;

/** An unknown of a material's coefficient in an octave. */
export function absorptionOf(unknowns: Unknowns, setting: Setting, id: string, octave: number): number {
  return unknowns.at('absorption', id, octave, () => {
    const { material } = stretchesOf(setting).find((s) => s.material.id === id)!;
    return {
      name: material.name,
      spread: Math.hypot(SPREAD[material.source], AS_BUILT),
      stated: material.alpha[octave]!,
    };
  });
}

export const thingsOf = (unknowns: Unknowns, setting: Setting, octave: number): number =>
  unknowns.at('things', '', octave, () => ({
    name: 'Furniture and people',
    spread: spreadsOf(setting).things[octave]!,
  }));

function bandParts(unknowns: Unknowns, key: string, setting: Setting): BandParts[] {
  const { inputs, panelAlpha } = studied(decayInputs(setting.project, setting));
  const counts = countsChosen(inputs);
  const times = curveFor(
    inputs,
    counts,
    panelAlpha,
    OCTAVES.map(() => null),
    inputs.mix,
  ).eyring;
  const schroeder = schroederWithDecay(
    times.map((t) => t ?? 0.01),
    inputs.volume,
  ).f;
  /** Octaves that reach below Schroeder's frequency. */
  const isLow = (b: number) => OCTAVES[b]! / Math.SQRT2 < schroeder;
  const bands = OCTAVES.map((_, b): BandParts => {
    const surfaces = bandSurfaces(inputs, counts, panelAlpha, b, 0, inputs.mix).filter((s) => s.area > 0);
    const areas = new Map<number, { area: number; alpha: number }[]>();
    const add = (u: number, area: number, alpha: number) => areas.set(u, [...(areas.get(u) ?? []), { area, alpha }]);
    for (const { by, area, alpha } of surfaces) {
      if (by && 'material' in by) {
        add(absorptionOf(unknowns, setting, by.material, b), area, alpha);
        continue;
      }
      const recipe = by ? recipeOf(setting.project, by.recipe) : inputs.recipe;
      const spread = Math.hypot(recipeSpread(recipe), isLow(b) ? WHERE : 0);
      const make = () => ({ name: recipe.name, spread });
      add(unknowns.at('pieces', recipe.id, b, make), area, alpha);
    }
    const things = inputs.objects[b]!;
    const thing = things > 0 ? thingsOf(unknowns, setting, b) : null;
    const formula = unknowns.at('formula', '', b, () => ({
      name: 'Formula of decay',
      spread: isLow(b) ? FORMULA.below : FORMULA.above,
    }));
    // What the formula misses is not the same in every state of a room; nobody asks for that by itself.
    const here = unknowns.at('formula', key, b, () => ({
      name: '',
      spread: isLow(b) ? HERE.below : HERE.above,
    }));
    const on = [...areas.keys(), here];
    const parts = [...areas].map(([u, list]) => ({ u, list }));
    const surface = surfaces.reduce((s, t) => s + t.area, 0);
    const room: BandRoom = {
      volume: inputs.volume,
      c: inputs.c,
      mEnergy: inputs.mEnergy[b]!,
      objects: 0,
      surfaces: [],
    };
    return {
      here,
      on: thing === null ? [...on, formula] : [...on, thing, formula],
      at(x) {
        // No more than everything, as predictions have it.
        const taken = parts.reduce((sum, { u, list }) => {
          const factor = Math.exp(x[u]!);
          return (
            sum + list.reduce((t, p) => t + p.area * Math.min(p.alpha * factor, Math.max(p.alpha, LOGARITHM_CAP)), 0)
          );
        }, 0);
        const objects = thing === null ? 0 : things * Math.exp(x[thing]!);
        const surfaces = [{ area: surface, alpha: Math.min(LOGARITHM_CAP, taken / surface) }];
        const time = eyring({ ...room, objects, surfaces });
        return time === null || time <= 0 ? null : Math.log(time) + x[formula]! + x[here]!;
      },
    };
  });
  return bands;
}

/** Rooms by their key, as stated: nothing that was learned before is in them. */
export function createFitRooms(
  project: Project,
  unknowns: Unknowns,
  quality: Quality,
  engine: WaveEngine,
  load: (bytes: number) => Promise<Linalg>,
): (key: string, progress: (part: number) => void) => Promise<FitRoom> {
  const known = new Map<string, FitRoom>();
  return async (key, progress) => {
    const before = known.get(key);
    if (before) return before;
    const there = { ...inMeasuredRoom(project, project.measured.rooms[key]!), learned: null };
    const setting = settingOf(there);
    const solved = await engine.solve(setting, quality, progress);
    const solution = 'refused' in solved ? null : solved;
    const room: FitRoom = {
      ...{ project: there, setting, solution },
      bands: bandParts(unknowns, key, setting),
      losses: solution ? await roomLosses(setting, solution.modes, load) : [],
    };
    known.set(key, room);
    return room;
  };
}
