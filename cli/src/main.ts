/** `tawny`: the studies from the command line. Standard output carries the answer only; words go to standard error. */
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { dirname, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { located } from '@tawny/core/formats/jsonFault';
import { openedAs } from '@tawny/core/document/scenarios';
import type { ReadProject } from '@tawny/core/formats/checked';
import { LARGEST_FILE, readProjectFile } from '@tawny/core/formats/projectFile';
import { settingOf } from '@tawny/core/room/setting';
import { projectJsonSchema } from '@tawny/core/document/schema/jsonSchema';
import { calcFile, TOPICS } from './calc/index';
import { CalcError } from './calc/types';
import { buildCsv, buildOf, buildText } from './build';
import { hangOf, hangText } from './hang';
import {
  calibrationOf,
  ListenError,
  explainFiles,
  givenOf,
  explainingRoom,
  type Listened,
  listenText,
  listenTo,
  tableIn,
  tableKindOf,
  loudspeakersOf,
  namedFile,
  simulate,
  surroundingsOf,
  sweepOf,
  wavBytes,
} from './listen';
import { correctionCsv, correctionOf, correctionRow, correctionText, meetingIn, meetingText, rateOf } from './correct';
import { fitOf, fitRow, fitText } from './fit';
import { nextOf, nextText } from './next';
import { scenariosOf, scenariosText } from './scenarios';
import { reportOf, reportText } from './report';
import { referenceText, runReference } from './reference/run';

export const USAGE = `usage:
  tawny report PROJECT [--json]     what the studies say of a project
  tawny next PROJECT [--waves] [--json]  what is not told yet and what could be done next, each tried, best first; with --waves also what the bass says (a minute)
  tawny scenarios PROJECT [--waves] [--json]  the alternatives of a room side by side, and what each makes otherwise
  tawny hang PROJECT [--afresh] [--json]  where every piece goes that is decided; --afresh lays out anew what is neither up nor locked
  tawny build PROJECT [--json | --csv]  what to buy, cut and do for every piece, at what price
  tawny listen PROJECT [LETTER[+LETTER]=]FILE… [--sweep F1,F2,SECONDS] [--loudspeaker ID] [--calibration FILE] [--holds response|decay|levels] [--causes [--at seat|X,Y,Z]] [--json]  what is in recordings (WAV), or in tables; with --causes what stands out and why: files of one place, each with the loudspeakers that played, speak for each other
  tawny fit PROJECT [LETTER=FILE…] [--json]  what the room teaches, from what the project has measured and from more recordings (WAV) of it as it is
  tawny correct FILE… [--boosts] [--rate HZ] [--json | --csv]  what an equaliser may still do at all these places (WAV); with --rate second-order coefficients
  tawny meet MAINS SUB TOGETHER… [--sweep F1,F2,SECONDS] [--json]  delay, polarity and level of a subwoofer, from takes (WAV) of the loudspeakers alone, the subwoofer alone and both at one level; three for every place
  tawny simulate PROJECT --loudspeaker ID[+ID]|all --at seat|x,y,z --out FILE.wav [--impulse | --sweep F1,F2,SECONDS]
                 [--seed N] [--noise DB] [--hum F] [--rattle F] [--clip]  what a microphone would hear in the room; noise re full scale, as -70
  tawny check PROJECT               exit 0 when the file is a valid project, 2 when not, with the reasons
  tawny calc TOPIC --cases FILE     answers {cases:[{id,input}]} with {results:[{id,output}|{id,error}]}
  tawny reference                   runs the open reference cases
  tawny schema                      writes docs/schema/project.schema.json
Every command on a PROJECT but check takes --scenario NAME ("room": the room itself); without it, the one that is open in the file.
topics: ${Object.keys(TOPICS).join(', ')}`;

const OK = 0;
const FAILED = 1;
const INVALID = 2;
const root = fileURLToPath(new URL('../../', import.meta.url));
const place = (file: string) => resolve(process.env.INIT_CWD ?? process.cwd(), file);

export interface Streams {
  out(text: string): void;
  err(text: string): void;
}

/** As it is kept, with its scenarios. */
function readKept(file: string): ReadProject {
  const size = statSync(place(file)).size;
  const text = size > LARGEST_FILE ? '' : readFileSync(place(file), 'utf8');
  return located(readProjectFile(text, size), text);
}

/** As the scenario has it that is open in the file, or the one asked for by id or name; "room": the room itself. */
function readProject(file: string, scenario?: string): ReadProject {
  const read = readKept(file);
  if (!read.ok) return read;
  const { list, current } = read.project.scenarios;
  const asked = list.find((s) => s.id === scenario || s.name === scenario);
  if (scenario !== undefined && scenario !== 'room' && !asked) {
    const names = ['room', ...list.map((s) => `"${s.name}"`)].join(', ');
    return { ok: false, problems: [{ path: '--scenario', message: `expected one of ${names}, found "${scenario}"` }] };
  }
  const opened = openedAs(read.project, scenario === undefined ? current : (asked?.id ?? null));
  return { ok: true, project: opened.project };
}

function explain(file: string, problems: { path: string; message: string }[], streams: Streams): number {
  for (const { path, message } of problems) streams.err(`${file}: ${path === '' ? '' : `${path}: `}${message}`);
  return INVALID;
}

/** Every option there is; each command takes its own. */
const OPTIONS = {
  json: { type: 'boolean' },
  csv: { type: 'boolean' },
  afresh: { type: 'boolean' },
  waves: { type: 'boolean' },
  scenario: { type: 'string' },
  impulse: { type: 'boolean' },
  clip: { type: 'boolean' },
  causes: { type: 'boolean' },
  boosts: { type: 'boolean' },
  rate: { type: 'string' },
  cases: { type: 'string' },
  sweep: { type: 'string' },
  loudspeaker: { type: 'string' },
  calibration: { type: 'string' },
  holds: { type: 'string' },
  at: { type: 'string' },
  out: { type: 'string' },
  seed: { type: 'string' },
  noise: { type: 'string' },
  hum: { type: 'string' },
  rattle: { type: 'string' },
} as const;
type Values = { [K in keyof typeof OPTIONS]?: (typeof OPTIONS)[K]['type'] extends 'boolean' ? boolean : string };

/** "--noise -70" is a value, not an option of that name. */
const withNegatives = (args: readonly string[]): string[] =>
  args.flatMap((arg, i) => {
    if (/^-[\d.]/.test(arg) && args[i - 1]?.startsWith('--')) return [];
    const next = args[i + 1];
    return arg.startsWith('--') && next !== undefined && /^-[\d.]/.test(next) ? [`${arg}=${next}`] : [arg];
  });

/** What follows a command: so many places (`more`: or more), and the options it knows. Throws UsageError for others. */
function parsed(
  args: readonly string[],
  places: number,
  ...known: (keyof typeof OPTIONS | 'more')[]
): { positionals: string[]; values: Values } {
  const options = Object.fromEntries(known.flatMap((name) => (name === 'more' ? [] : [[name, OPTIONS[name]]])));
  try {
    const { positionals, values } = parseArgs({ args: withNegatives(args), options, allowPositionals: true });
    if (known.includes('more') ? positionals.length < places : positionals.length !== places) throw new UsageError();
    return { positionals, values: values };
  } catch (error) {
    throw String((error as { code?: unknown }).code).startsWith('ERR_PARSE_ARGS') ? new UsageError() : error;
  }
}

async function listen(args: readonly string[], streams: Streams): Promise<number> {
  const { positionals, values } = parsed(
    args,
    2,
    ...(['more', 'sweep', 'loudspeaker', 'at', 'calibration', 'holds', 'causes', 'scenario', 'json'] as const),
  );
  const [file, ...recordings] = positionals as [string, ...string[]];
  const read = readProject(file, values.scenario);
  if (!read.ok) return explain(file, read.problems, streams);
  const { project } = read;
  const { c, loudspeakers } = settingOf(project);
  if (values.loudspeaker !== undefined) loudspeakersOf(loudspeakers, values.loudspeaker);
  const sweep = values.sweep === undefined ? null : sweepOf(values.sweep);
  const calibration =
    values.calibration === undefined
      ? null
      : calibrationOf(values.calibration, readFileSync(place(values.calibration), 'utf8'));
  const holds = values.holds === undefined ? null : tableKindOf(values.holds);
  const { loudspeaker = null, at = 'seat' } = values;
  const options = { sweep, calibration };
  const told = (text: string) => {
    const { file: name } = givenOf(text, loudspeakers, []);
    return holds
      ? tableIn(name, readFileSync(place(name), 'utf8'), holds, calibration)
      : listenTo(name, readFileSync(place(name)), c, options);
  };
  const said = loudspeaker === null ? {} : { loudspeaker };
  const list: Listened[] = values.causes && !holds ? await explainedFiles() : recordings.map(told);
  async function explainedFiles(): Promise<Listened[]> {
    const room = await explainingRoom(project, { loudspeaker, at });
    const given = recordings.map((text) => givenOf(text, room.setting.loudspeakers, room.played));
    const files = given.map((g) => ({ ...g, bytes: readFileSync(place(g.file)) }));
    return explainFiles(files, options, room);
  }
  streams.out(values.json ? JSON.stringify(list.map((l) => ({ ...l, ...said }))) : listenText(list));
  return OK;
}

async function simulateTo(args: readonly string[], streams: Streams): Promise<number> {
  const { positionals, values } = parsed(
    args,
    1,
    ...([
      'loudspeaker',
      'at',
      'out',
      'impulse',
      'sweep',
      'seed',
      'noise',
      'hum',
      'rattle',
      'clip',
      'scenario',
    ] as const),
  );
  const { loudspeaker, at = 'seat', out } = values;
  if (loudspeaker === undefined || out === undefined || (values.impulse && values.sweep !== undefined))
    throw new UsageError();
  const file = positionals[0]!;
  const read = readProject(file, values.scenario);
  if (!read.ok) return explain(file, read.problems, streams);
  const sweep = values.sweep === undefined ? null : sweepOf(values.sweep);
  const samples = await simulate(read.project, { loudspeaker, at, sweep, around: surroundingsOf(values) });
  writeFileSync(place(out), wavBytes(samples));
  streams.err(`wrote ${out}`);
  return OK;
}

async function calc(args: readonly string[], streams: Streams): Promise<number> {
  const {
    positionals: [name],
    values: { cases: file },
  } = parsed(args, 1, 'cases');
  if (name === undefined || file === undefined) throw new UsageError();
  const topic = TOPICS[name];
  if (!topic) {
    streams.err(`topic: expected one of ${Object.keys(TOPICS).join(', ')}, found "${name}"`);
    return INVALID;
  }
  const text = readFileSync(place(file), 'utf8');
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    streams.err(`${file}: expected a JSON file of cases: ${(error as Error).message}`);
    return INVALID;
  }
  try {
    const answer = await calcFile(topic, content, dirname(place(file)));
    streams.out(JSON.stringify(answer));
    const invalid = answer.results.flatMap((r) => ('error' in r ? [r] : []));
    invalid.forEach((r) => streams.err(`case ${r.id}: ${r.error.message}`));
    return invalid.length === 0 ? OK : invalid.some((r) => r.error.code === 'invalid-input') ? INVALID : FAILED;
  } catch (error) {
    if (!(error instanceof CalcError)) throw error;
    streams.err(`${file}: ${error.message}`);
    return INVALID;
  }
}

class UsageError extends Error {}

/** Runs one command line; returns the exit status. */
export async function run(args: readonly string[], streams: Streams): Promise<number> {
  const [command, ...rest] = args;
  try {
    switch (command) {
      case 'calc':
        return await calc(rest, streams);
      case 'check':
      case 'report': {
        const { positionals, values } = command === 'report' ? parsed(rest, 1, 'json', 'scenario') : parsed(rest, 1);
        const file = positionals[0]!;
        const read = readProject(file, values.scenario);
        if (!read.ok) return explain(file, read.problems, streams);
        if (command === 'check') {
          streams.out(`${file}: a valid project, "${read.project.name}"`);
          return OK;
        }
        const report = await reportOf(read.project);
        streams.out(values.json ? JSON.stringify(report, null, 2) : reportText(report));
        return OK;
      }
      case 'listen':
        return await listen(rest, streams);
      case 'fit': {
        const { positionals, values } = parsed(rest, 1, 'more', 'scenario', 'json');
        const [file, ...recordings] = positionals as [string, ...string[]];
        const read = readProject(file, values.scenario);
        if (!read.ok) return explain(file, read.problems, streams);
        const there = recordings.map((given) => {
          const { names, file: recording } = namedFile(given);
          return `${names === null ? '' : `${names}=`}${place(recording)}`;
        });
        const fit = await fitOf(place(file), read.project, there);
        streams.out(values.json ? JSON.stringify(fitRow(fit), null, 2) : fitText(fit));
        return OK;
      }
      case 'correct': {
        const { positionals, values } = parsed(rest, 1, 'more', 'boosts', 'rate', 'json', 'csv');
        if (values.json && values.csv) throw new UsageError();
        const rate = values.rate === undefined ? null : rateOf(values.rate);
        const found = correctionOf(positionals.map(place), values.boosts === true);
        streams.out(
          values.json
            ? JSON.stringify(correctionRow(found, rate ?? 48000), null, 2)
            : values.csv
              ? correctionCsv(found, rate).trimEnd()
              : correctionText(found),
        );
        return OK;
      }
      case 'meet': {
        const { positionals, values } = parsed(rest, 3, 'more', 'sweep', 'json');
        const sweep = values.sweep === undefined ? null : sweepOf(values.sweep);
        const found = meetingIn(positionals.map(place), sweep);
        streams.out(values.json ? JSON.stringify(found, null, 2) : meetingText(found));
        return OK;
      }
      case 'simulate':
        return await simulateTo(rest, streams);
      case 'hang': {
        const { positionals, values } = parsed(rest, 1, 'json', 'scenario', 'afresh');
        const file = positionals[0]!;
        const read = readProject(file, values.scenario);
        if (!read.ok) return explain(file, read.problems, streams);
        const hung = hangOf(read.project, values.afresh === true);
        streams.out(values.json ? JSON.stringify(hung, null, 2) : hangText(hung, read.project));
        return OK;
      }
      case 'next': {
        const { positionals, values } = parsed(rest, 1, 'waves', 'scenario', 'json');
        const file = positionals[0]!;
        const read = readProject(file, values.scenario);
        if (!read.ok) return explain(file, read.problems, streams);
        const moves = await nextOf(read.project, values.waves === true);
        streams.out(values.json ? JSON.stringify(moves, null, 2) : nextText(moves, read.project));
        return OK;
      }
      case 'scenarios': {
        const { positionals, values } = parsed(rest, 1, 'waves', 'json');
        const file = positionals[0]!;
        const read = readKept(file);
        if (!read.ok) return explain(file, read.problems, streams);
        const told = await scenariosOf(read.project, values.waves === true);
        streams.out(values.json ? JSON.stringify(told, null, 2) : scenariosText(told, read.project));
        return OK;
      }
      case 'build': {
        const { positionals, values } = parsed(rest, 1, 'json', 'csv', 'scenario');
        if (values.json && values.csv) throw new UsageError();
        const file = positionals[0]!;
        const read = readProject(file, values.scenario);
        if (!read.ok) return explain(file, read.problems, streams);
        const { tables, ...built } = await buildOf(read.project);
        streams.out(
          values.json
            ? JSON.stringify(built, null, 2)
            : values.csv
              ? buildCsv({ ...built, tables })
              : buildText({ ...built, tables }),
        );
        return OK;
      }
      case 'reference': {
        parsed(rest, 0);
        const outcomes = await runReference(resolve(root, 'core/reference'));
        streams.out(referenceText(outcomes));
        return outcomes.some((o) => o.failures.length > 0) ? FAILED : OK;
      }
      case 'schema': {
        parsed(rest, 0);
        const file = resolve(root, 'docs/schema/project.schema.json');
        writeFileSync(file, projectJsonSchema());
        streams.err('wrote docs/schema/project.schema.json');
        return OK;
      }
      default:
        throw new UsageError();
    }
  } catch (error) {
    if (error instanceof UsageError) {
      streams.err(USAGE);
      return INVALID;
    }
    if (error instanceof ListenError) {
      streams.err(error.message);
      return INVALID;
    }
    const { code, path } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EISDIR' || code === 'EACCES') {
      streams.err(`${path ?? 'file'}: cannot be read (${code === 'ENOENT' ? 'no such file' : code})`);
      return INVALID;
    }
    throw error;
  }
}
