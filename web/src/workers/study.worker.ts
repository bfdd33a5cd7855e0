/** Runs studies off the page's thread: a switch over core functions and no more. */
import highsUrl from 'highs/runtime?url';
import { type IntegerSolver, loadIntegerSolver } from '@tawny/core/dosage/solver';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { type BassRunner, createBassRunner } from '@tawny/core/studies/bassRun';
import { studyDecay } from '@tawny/core/studies/decay';
import { studyOrientation } from '@tawny/core/studies/orient';
import { proportionMap } from '@tawny/core/studies/proportions';
import { searchSeat, searchWaves } from '@tawny/core/studies/seatSearch';
import { studySecondOrder } from '@tawny/core/studies/secondOrder';
import type { Answer, Request, Studies, StudyKind } from './protocol';

/** Keeps what it has solved as long as the worker lives. */
let bass: BassRunner | null = null;
let solver: Promise<IntegerSolver> | null = null;
const send = (answer: Answer) => postMessage(answer);

async function answer(request: Request, progress: (part: number) => void): Promise<Studies[StudyKind]['result']> {
  switch (request.kind) {
    case 'decay':
      solver ??= loadIntegerSolver(() => highsUrl);
      return studyDecay(request.inputs, await solver, progress);
    case 'second-order':
      return studySecondOrder(request.inputs, progress);
    case 'orient':
      return studyOrientation(request.inputs, progress);
    case 'bass':
      bass ??= createBassRunner(loadLinalg);
      return bass(request.inputs, progress);
    case 'proportions':
      return proportionMap(request.inputs, progress);
    case 'search':
      return searchSeat(request.inputs, await searchWaves(request.inputs.project, loadLinalg), progress);
  }
}

async function run(request: Request): Promise<void> {
  const { id } = request;
  try {
    const result = await answer(request, (part) => send({ type: 'progress', id, part }));
    send({ type: 'result', id, result });
  } catch (error) {
    send({ type: 'failure', id, message: error instanceof Error ? error.message : String(error) });
  }
}

addEventListener('message', (event: MessageEvent<Request>) => void run(event.data));
