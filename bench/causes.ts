/**
 * npm run bench: how often the likeliest cause of what stands out of a measurement is the true one, in rooms (box, L, pitched) that are a little other than
 * they are drawn and of other materials than stated, and in which something rings, hums, runs along or flutters, one loudspeaker is fed louder or two are
 * against each other; how often what is planted is found; and how often what is said with so much certainty is true. TRIALS=200 for all of them.
 */
import { type Judged, trialOf } from '../core/src/testing/heard/plantedRooms';

const TRIALS = Number(process.env.TRIALS ?? 16);
const EDGES = [0, 0.5, 0.7, 0.9, 1.001];
const percent = (part: number) => `${(100 * part).toFixed(0)} %`;

const judged: Judged[] = [];
let clean = 0;
let quiet = 0;
const planted = new Map<string, { found: number; of: number }>();
for (let seed = 1; seed <= TRIALS; seed++) {
  const plant = seed % 4 !== 0;
  const trial = await trialOf(seed, plant);
  judged.push(...trial.judged);
  for (const { kind, found } of trial.planted) {
    const sum = planted.get(kind) ?? { found: 0, of: 0 };
    planted.set(kind, { found: sum.found + (found ? 1 : 0), of: sum.of + 1 });
  }
  if (plant) continue;
  clean += 1;
  const faults = trial.judged.filter(
    (j) => ['rattle', 'mains', 'machine', 'between', 'fed'].includes(j.cause) && j.probability > 0.7,
  );
  quiet += faults.length === 0 ? 1 : 0;
}
const right = (list: readonly Judged[]) => list.filter((j) => j.right).length / Math.max(1, list.length);
console.log(
  `Causes: ${judged.length} findings in ${TRIALS} rooms, the likeliest cause is true in ${percent(right(judged))}`,
);
EDGES.slice(1).forEach((to, i) => {
  const inside = judged.filter((j) => j.probability >= EDGES[i]! && j.probability < to);
  console.log(
    `Causes: said with ${percent(EDGES[i]!)} to ${percent(Math.min(1, to))}: ${inside.length}, true in ${percent(right(inside))}`,
  );
});
for (const [kind, { found, of }] of planted) console.log(`Causes: planted ${kind}: found in ${found} of ${of}`);
console.log(`Causes: in ${quiet} of ${clean} rooms without a fault none is said to be there`);
