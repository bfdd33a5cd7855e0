/** The topics of `tawny calc`, and running a file of cases through one. */
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { z } from 'zod';
import { loadIntegerSolver, type IntegerSolver } from '@tawny/core/dosage/solver';
import { absorbers } from './absorbers';
import { air } from './air';
import { boards } from './workshop/boards';
import { cutting } from './workshop/cutting';
import { diffusers } from './diffusers';
import { eigen } from './eigen';
import { images } from './images';
import { modal } from './modal';
import { modes } from './modes';
import { noise } from './noise';
import { panels } from './workshop/panels';
import { reverb } from './reverb';
import { sbir } from './sbir';
import { signal } from './signal';
import { targets } from './targets';
import { CalcError, type CalcErrorCode, checked, type Topic } from './types';

export const TOPICS: Readonly<Record<string, Topic>> = {
  air,
  modes,
  modal,
  eigen,
  images,
  sbir,
  reverb,
  targets,
  absorbers,
  boards,
  cutting,
  diffusers,
  panels,
  noise,
  signal,
};

export interface CalcFailure {
  code: CalcErrorCode;
  message: string;
  path: string;
}
export type CalcResult = { id: string; output: unknown } | { id: string; error: CalcFailure };

const fileSchema = z.object({
  cases: z.array(z.object({ id: z.union([z.string(), z.number()]).transform(String), input: z.unknown() })),
});

let solver: Promise<IntegerSolver> | null = null;
const solve = () => (solver ??= loadIntegerSolver());

/** One case, files it names lying in `folder`; what goes wrong is returned with its code and path, never thrown. */
export async function calcCase(topic: Topic, id: string, input: unknown, folder: string): Promise<CalcResult> {
  try {
    return { id, output: await topic(input, { solver: solve, read: (name) => readBeside(folder, name) }) };
  } catch (error) {
    if (error instanceof CalcError)
      return { id, error: { code: error.code, message: error.message, path: error.path } };
    // A guard of the core refused a value the schema let through: still the input's fault, and it names the parameter.
    const message = error instanceof Error ? error.message : String(error);
    const code = error instanceof RangeError || error instanceof TypeError ? 'invalid-input' : 'failed';
    return { id, error: { code, message, path: 'input' } };
  }
}

function readBeside(folder: string, name: string): Uint8Array {
  try {
    return readFileSync(resolve(folder, name));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new CalcError(
      'invalid-input',
      `input.file: expected a file beside the cases, found no ${name} (${code})`,
      'input.file',
    );
  }
}

/** Runs a parsed cases file that lies in `folder`. Throws CalcError when it is not one. */
export async function calcFile(topic: Topic, parsed: unknown, folder: string): Promise<{ results: CalcResult[] }> {
  let file;
  try {
    file = checked(fileSchema, parsed);
  } catch (error) {
    if (!(error instanceof CalcError)) throw error;
    const path = error.path.replace(/^input\.?/, '');
    throw new CalcError('invalid-input', error.message.replace(/^input\.?/, path === '' ? 'file' : ''), path);
  }
  const results: CalcResult[] = [];
  for (const { id, input } of file.cases) results.push(await calcCase(topic, id, input, folder));
  return { results };
}
