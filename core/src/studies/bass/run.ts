/** One door to the bass studies for a worker: each task solves what is missing and answers. */
import type { Linalg } from '../../numerics/linalg/types';
import { bassAnswer } from './answer';
import { bassHelps } from './helps';
import { bassMap } from './map';
import { bassPlaces } from './places';
import type { BassOutcome, BassTask } from './types';
import { bassWhy } from './why';
import { settingOf } from '../../room/setting';
import { createWaveEngine } from '../waves/waveEngine';

export type BassRunner = (task: BassTask, progress: (part: number) => void) => Promise<BassOutcome>;

export function createBassRunner(load: (bytes: number) => Promise<Linalg>): BassRunner {
  const engine = createWaveEngine(load);
  return async (task, progress) => {
    const setting = settingOf(task.project);
    const solution = await engine.solve(setting, task.quality, progress);
    if ('refused' in solution) return solution;
    switch (task.task) {
      case 'answer':
        return { task: task.task, answer: await bassAnswer(setting, solution, task.quality, progress) };
      case 'map':
        return { task: task.task, answer: await bassMap(setting, solution, task.wish, task.height) };
      case 'why':
        return { task: task.task, answer: await bassWhy(setting, solution, task.f) };
      case 'places':
        return { task: task.task, answer: await bassPlaces(setting, solution, progress) };
      case 'helps':
        return { task: task.task, answer: bassHelps(setting, solution, task) };
    }
  };
}
