/** Runs studies off the page's thread: a switch over core functions and no more. */
import type { IntegerSolver } from '@tawny/core/dosage/solver';
import type { loadLinalg } from '@tawny/core/numerics/linalg/load';
import type { ListenRunner } from '@tawny/core/questions/listening';
import type { BassRunner } from '@tawny/core/studies/bass/run';
import { reasonOf } from '../words/keeping';
import type { Answer, Request, Studies, StudyKind } from './protocol';

/** Keeps what it has solved as long as the worker lives. */
let bass: BassRunner | null = null;
let listen: ListenRunner | null = null;
let solver: Promise<IntegerSolver> | null = null;
const send = (answer: Answer) => postMessage(answer);

const linalg: typeof loadLinalg = async (bytes) => (await import('@tawny/core/numerics/linalg/load')).loadLinalg(bytes);

async function loadSolver(): Promise<IntegerSolver> {
  const [{ default: url }, { loadIntegerSolver }] = await Promise.all([
    import('highs/runtime?url'),
    import('@tawny/core/dosage/solver'),
  ]);
  return loadIntegerSolver(() => url);
}

/** Each study's code is fetched with its first request, so that a short one does not wait for the long ones' code. */
async function answer(request: Request, progress: (part: number) => void): Promise<Studies[StudyKind]['result']> {
  switch (request.kind) {
    case 'decay': {
      const { studyDecay } = await import('@tawny/core/studies/decay/study');
      solver ??= loadSolver();
      return studyDecay(request.inputs, await solver, progress);
    }
    case 'plan': {
      const { studyPlan } = await import('@tawny/core/studies/dose/study');
      solver ??= loadSolver();
      return studyPlan(request.inputs, await solver, progress);
    }
    case 'target-costs': {
      const { studyTargetCosts } = await import('@tawny/core/studies/decay/targetCosts');
      solver ??= loadSolver();
      return studyTargetCosts(request.inputs, await solver, progress);
    }
    case 'cuts': {
      const { studyCuts } = await import('@tawny/core/studies/build/cuts');
      solver ??= loadSolver();
      return studyCuts(request.inputs, await solver, progress);
    }
    case 'recipes':
      return (await import('@tawny/core/studies/recipes/study')).studyRecipes(request.inputs, progress);
    case 'second-order':
      return (await import('@tawny/core/studies/marks/secondOrder')).studySecondOrder(request.inputs, progress);
    case 'orient':
      return (await import('@tawny/core/studies/seat/orient')).studyOrientation(request.inputs, progress);
    case 'lay-out':
      return (await import('@tawny/core/studies/hang/layOut')).layOut(
        request.inputs.project,
        request.inputs.afresh,
        progress,
      );
    case 'bass': {
      const { createBassRunner } = await import('@tawny/core/studies/bass/run');
      bass ??= createBassRunner(linalg);
      return bass(request.inputs, progress);
    }
    case 'proportions':
      return (await import('@tawny/core/physics/modes/proportions')).proportionMap(request.inputs, progress);
    case 'outline': {
      const { readOutlineFile } = await import('@tawny/core/formats/outlineFile');
      return readOutlineFile(request.inputs.name, new TextDecoder().decode(request.inputs.bytes), progress);
    }
    case 'listen': {
      const { createListenRunner } = await import('@tawny/core/questions/listening');
      listen ??= createListenRunner(linalg);
      return listen(request.inputs, progress);
    }
    case 'measured-room':
      return (await import('@tawny/core/studies/listen/measuredRoom')).studyMeasuredRoom(request.inputs);
    case 'scenarios': {
      const { compared } = await import('@tawny/core/questions/scenarios');
      return compared(request.inputs, linalg, progress);
    }
    case 'moves': {
      const { studyMoves } = await import('@tawny/core/questions/moves/study');
      return studyMoves(request.inputs, () => (solver ??= loadSolver()), linalg, progress);
    }
    case 'search': {
      const { searchSeat, searchWaves } = await import('@tawny/core/studies/search/study');
      return searchSeat(request.inputs, await searchWaves(request.inputs.project, linalg), progress);
    }
  }
}

async function run(request: Request): Promise<void> {
  const { id } = request;
  try {
    const result = await answer(request, (part) => send({ type: 'progress', id, part }));
    send({ type: 'result', id, result });
  } catch (error) {
    send({ type: 'failure', id, message: reasonOf(error) });
  }
}

addEventListener('message', (event: MessageEvent<Request>) => void run(event.data));

// Held as long as this worker lives: the page waits for it, and has it when the worker is gone.
const { locks } = navigator as { locks?: LockManager };
void locks?.request(self.name, () => {
  send({ type: 'alive', id: 0 });
  return new Promise(() => {});
});
