/** Decay with all that is decided, by itself: what {@link studyDecay} calls `chosen`, without its answers. */
import type { Project } from '../../document/schema/project';
import { OCTAVES } from '../../quantities/bands';
import { type Setting, settingOf } from '../../room/setting';
import { countsChosen } from './answer';
import type { Lined } from './balance';
import { curveFor } from './curves';
import { decayInputs } from './inputs';
import { studied } from './study';

/** By Eyring, s per octave; null where nothing absorbs. */
export function predictedDecay(project: Project, setting: Setting = settingOf(project)): (number | null)[] {
  const { inputs, panelAlpha } = studied(decayInputs(project, setting));
  const unjudged = OCTAVES.map(() => null);
  return curveFor(inputs, countsChosen(inputs), panelAlpha, unjudged, inputs.mix).eyring;
}

/** What every surface takes with all that is decided. */
export function lined(setting: Setting): Lined {
  const { inputs, panelAlpha } = studied(decayInputs(setting.project, setting));
  return { octaves: OCTAVES, inputs, panelAlpha, mix: inputs.mix, chosen: { counts: countsChosen(inputs) } };
}
