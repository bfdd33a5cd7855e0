/** Runs the open reference cases of core/reference and says what passed, failed, or is not built. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { calcCase, TOPICS } from '../calc/index';
import { differences, type Tolerances } from './compare';

interface Case {
  id: string;
  input: unknown;
  expected: unknown;
  tol: Tolerances & { tolNumericRel?: number };
}

/** Solvers that approximate are held to the case's own wider limit, or to the project's where that is narrower. */
const MOST_NUMERIC = 0.006;
function tolerancesOf({ tolNumericRel, ...tol }: Case['tol']): Tolerances {
  if (tolNumericRel === undefined) return tol;
  const rel = Math.min(tolNumericRel, MOST_NUMERIC);
  return Object.fromEntries(Object.keys(tol).map((key) => [key, { rel }]));
}

export interface TopicOutcome {
  topic: string;
  passed: number;
  notBuilt: number;
  failures: { id: string; reasons: string[] }[];
  /** The whole topic has no command yet. */
  missing: boolean;
}

export async function runReference(folder: string): Promise<TopicOutcome[]> {
  const outcomes: TopicOutcome[] = [];
  for (const name of readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .sort()) {
    const file = JSON.parse(readFileSync(join(folder, name), 'utf8')) as { topic: string; cases: Case[] };
    const topic = TOPICS[file.topic];
    const outcome: TopicOutcome = { topic: file.topic, passed: 0, notBuilt: 0, failures: [], missing: !topic };
    for (const c of file.cases) {
      if (!topic) {
        outcome.notBuilt += 1;
        continue;
      }
      const answer = await calcCase(topic, c.id, c.input, folder);
      if ('error' in answer) outcome.failures.push({ id: c.id, reasons: [answer.error.message] });
      else {
        const reasons = differences(answer.output, c.expected, tolerancesOf(c.tol));
        if (reasons.length === 0) outcome.passed += 1;
        else outcome.failures.push({ id: c.id, reasons });
      }
    }
    outcomes.push(outcome);
  }
  return outcomes;
}

/** The table and closing line of `npm run reference`. */
export function referenceText(outcomes: readonly TopicOutcome[]): string {
  const lines = outcomes.map((o) => {
    const state = o.missing ? 'not built' : o.failures.length > 0 ? 'FAIL' : o.notBuilt > 0 ? 'pass in part' : 'pass';
    const parts = [`${o.passed} passed`, `${o.failures.length} failed`, `${o.notBuilt} not built`];
    const detail = o.failures.flatMap((f) => [`    ${f.id}`, ...f.reasons.slice(0, 5).map((r) => `      ${r}`)]);
    return [`  ${o.topic.padEnd(12)}${state.padEnd(14)}${parts.join(', ')}`, ...detail].join('\n');
  });
  const sum = (f: (o: TopicOutcome) => number) => outcomes.reduce((s, o) => s + f(o), 0);
  const failed = sum((o) => o.failures.length);
  return [
    'Reference cases',
    ...lines,
    `${sum((o) => o.notBuilt)} cases belong to parts that are not built yet`,
    `${sum((o) => o.passed)} passed, ${failed} failed`,
  ].join('\n');
}
