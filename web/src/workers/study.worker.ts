/** Runs studies off the page's thread: a switch over core functions and no more. */
import highsUrl from 'highs/runtime?url';
import { type IntegerSolver, loadIntegerSolver } from '@tawny/core/dosage/solver';
import { studyDecay } from '@tawny/core/studies/decay';
import type { Answer, Request } from './protocol';

let solver: Promise<IntegerSolver> | null = null;
const send = (answer: Answer) => postMessage(answer);

async function run(request: Request): Promise<void> {
  const { id } = request;
  try {
    solver ??= loadIntegerSolver(() => highsUrl);
    const ready = await solver;
    const result = studyDecay(request.inputs, ready, (part) => send({ type: 'progress', id, part }));
    send({ type: 'result', id, result });
  } catch (error) {
    send({ type: 'failure', id, message: error instanceof Error ? error.message : String(error) });
  }
}

addEventListener('message', (event: MessageEvent<Request>) => void run(event.data));
