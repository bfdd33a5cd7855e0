/** Where I am: selection, units, theme, panels open. Not undone, not in the project file. */
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Working } from '@tawny/core/studies/types';
import type { MarksPart } from '../words/stages';
import type { BassPart, BuildPart, DecayPart, HangPart, SeatPart, SurveyPart } from '../words/parts';
import type { ListenPart, ListenPicture } from '../words/listening';

export interface Selection {
  kind:
    'loudspeaker' | 'head' | 'mark' | 'mode' | 'face' | 'corner' | 'thing' | 'opening' | 'patch' | 'strip' | 'piece';
  id: string;
}

const KEY = 'tawny-hall.session';
const SYSTEMS: readonly LengthSystem[] = ['metric', 'feet', 'inches'];

interface Kept {
  system: LengthSystem;
  dark: boolean;
  lastProject: string | null;
}

function read(): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>;
    return {
      system: SYSTEMS.includes(kept.system!) ? kept.system! : 'metric',
      dark: kept.dark === true,
      lastProject: typeof kept.lastProject === 'string' ? kept.lastProject : null,
    };
  } catch {
    return { system: 'metric', dark: false, lastProject: null };
  }
}

export const useSession = defineStore('session', () => {
  const kept = read();
  const system = ref<LengthSystem>(kept.system);
  const dark = ref(kept.dark);
  const lastProject = ref(kept.lastProject);
  const selection = ref<Selection | null>(null);
  /** Pointed at, not chosen: its twins in the other drawings light up. */
  const hovered = ref<string | null>(null);
  /** Left and right loudspeaker move as mirror images. */
  const mirror = ref(true);
  /** State compared with the current one in Marks and Decay; undefined: none, null: the room as surveyed. */
  const compared = ref<string | null | undefined>(undefined);
  /** Part of the survey shown; kept while one looks at other stages. */
  const surveyPart = ref<SurveyPart>('plan');
  const marksPart = ref<MarksPart>('mark');
  /** Octave (63 Hz is 0) the arrival plot shows; null: mean of 500 Hz–4 kHz. */
  const arrivalOctave = ref<number | null>(null);
  const seatPart = ref<SeatPart>('place');
  const bassPart = ref<BassPart>('response');
  const decayPart = ref<DecayPart>('target');
  const hangPart = ref<HangPart>('piece');
  const buildPart = ref<BuildPart>('buy');
  const listenPart = ref<ListenPart>('kept');
  const listenPicture = ref<ListenPicture>('response');
  /** Measurements drawn in Listen, the first one in full; those of another project are not found and count for nothing. */
  const listened = ref<string[]>([]);
  /** Calibration new measurements are of; null: that of the last one. */
  const calibration = ref<string | null>(null);
  /** Measurement drawn beside what is predicted in Bass and Decay; null: none. */
  const besidePredicted = ref<string | null>(null);
  /** Build sheet shown in Build, by its letter; empty: the first. */
  const buildSheet = ref('');
  /** Pieces chosen together with the one in the selection. */
  const alsoChosen = ref<{ with: string; ids: string[] } | null>(null);
  /** Face drawn large in Hang; empty: the first that holds something. */
  const hangFace = ref('');
  /** What if a wall of the box moved: which size grows (0 width, 1 length, 2 height), and by how much, m. */
  const wallMoved = ref<{ axis: 0 | 1 | 2; by: number }>({ axis: 1, by: 0.1 });
  /** Recipe shown in Recipes, those compared with it, and the one tried on a mode; empty: what covers first reflections. */
  const recipe = ref('');
  const helper = ref('');
  const compare = ref<string[]>([]);
  /** Frequency pointed at in Bass, Hz; a mode chosen there is in `selection`. */
  const bassHz = ref<number | null>(null);
  /** Open help: at a stage, at the exercises, or (empty) at its beginning; null: closed. */
  const help = ref<string | null>(null);
  const working = ref<Working | null>(null);
  const message = ref<{ text: string; tone: 'plain' | 'wrong' } | null>(null);
  /** `id`: what was refused lies in the browser under it. */
  const refusal = ref<{ file: string; problems: { path: string; message: string }[]; id?: string } | null>(null);

  watch([system, dark, lastProject], () => {
    try {
      localStorage.setItem(
        KEY,
        JSON.stringify({ system: system.value, dark: dark.value, lastProject: lastProject.value }),
      );
    } catch {
      // Private windows may refuse storage: the setting then lasts until the page closes.
    }
  });

  function nextSystem(): void {
    system.value = SYSTEMS[(SYSTEMS.indexOf(system.value) + 1) % SYSTEMS.length]!;
  }

  return {
    system,
    dark,
    lastProject,
    selection,
    hovered,
    mirror,
    compared,
    surveyPart,
    marksPart,
    seatPart,
    bassPart,
    bassHz,
    wallMoved,
    decayPart,
    hangPart,
    buildPart,
    listenPart,
    listenPicture,
    listened,
    calibration,
    besidePredicted,
    buildSheet,
    hangFace,
    alsoChosen,
    recipe,
    helper,
    compare,
    help,
    arrivalOctave,
    working,
    message,
    refusal,
    nextSystem,
  };
});
