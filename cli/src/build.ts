/** `tawny build`: what to buy, cut and do, at what price, as JSON, CSV or text for a terminal. */
import Papa from 'papaparse';
import { loadIntegerSolver } from '@tawny/core/dosage/solver';
import type { Project } from '@tawny/core/document/schema/project';
import { namedRecipes } from '@tawny/core/document/recipes';
import { fixed } from '@tawny/core/quantities/format';
import { settingOf } from '@tawny/core/room/setting';
import { buyList } from '@tawny/core/studies/build/buy';
import { cutInputs, studyCuts } from '@tawny/core/studies/build/cuts';
import { studyBuild } from '@tawny/core/studies/build/study';
import { workPlan } from '@tawny/core/studies/build/work';
import { studyHolds } from '@tawny/core/studies/hang/held/holds';
import { studyHang } from '@tawny/core/studies/hang/study';
import { buyLine, materialName, planSentence } from '@tawny/core/words/build/build';
import { STEP_WORDS, timeText } from '@tawny/core/words/build/work';
import { buyTable, cutsTable, partsTable, workTable } from '@tawny/core/words/build/tables';
import { counted } from '@tawny/core/words/counted';
import { fixingBuyLines } from '@tawny/core/words/fixings';
import { issueSentence } from '@tawny/core/words/issues';

export type BuildReport = Awaited<ReturnType<typeof buildOf>>;

export async function buildOf(project: Project) {
  const { result, issues } = studyBuild(project);
  const cuts = studyCuts(cutInputs(project, result), await loadIntegerSolver());
  const list = buyList(project, result, cuts);
  const setting = settingOf(project);
  const fixings = fixingBuyLines(
    studyHolds(setting, studyHang(setting).result),
    project.treatment.fixings.link,
    'metric',
  );
  const names = namedRecipes(project, 'metric');
  const nameOf = (id: string) => names.find((r) => r.id === id)?.name ?? id;
  const { budget } = project.brief;
  return {
    project: { id: project.id, name: project.name },
    currency: budget?.currency ?? '€',
    pieces: result.recipes.map((r) => ({ ...r, name: nameOf(r.recipe) })),
    mass: result.mass,
    volume: result.volume,
    sheets: result.sheets.map(({ recipe, ...s }) => ({ ...s, recipe: recipe.id, name: nameOf(recipe.id) })),
    plans: cuts.plans.map((p) => ({ ...p, sentence: planSentence(p, budget?.currency ?? '€', 'metric') })),
    others: cuts.others,
    toBuy: [...list.items.map((i) => buyLine(i, 'metric')), ...fixings],
    money: { known: list.money, reckoned: list.reckoned, unknown: list.unknown + fixings.length, paid: list.paid },
    budget: budget?.amount ?? null,
    work: workPlan(project, result),
    issues: issues.map((i) => ({ ...i, sentence: issueSentence(i, 'metric') })),
    tables: [
      buyTable(list, fixings, budget?.currency ?? '€', 'metric'),
      partsTable(result.sheets, nameOf, 'metric'),
      cutsTable(cuts.plans, 'metric'),
      workTable(workPlan(project, result), 'metric'),
    ],
  };
}

/** All tables one after the other, each with its name in the first column. */
export const buildCsv = ({ tables }: BuildReport): string =>
  tables
    .map((t) =>
      Papa.unparse([['list', ...t.head], ...t.rows.map((r) => [t.name, ...r.map((c) => c ?? '')])], { newline: '\n' }),
    )
    .join('\n\n');

export function buildText(r: BuildReport): string {
  const lines = [
    `${r.project.name}: ${r.pieces.reduce((n, p) => n + p.count, 0)} pieces, ${fixed(r.mass, 0)} kg, ${fixed(r.volume, 1)} m³ to carry`,
    ...r.pieces.map((p) => `  ${p.letter}  ${p.count} × ${p.name}`),
    '',
    'To buy',
    ...r.toBuy.map(
      (l) =>
        `  ${l.amount} ${l.unit}: ${l.item}${l.money === null ? '' : `, ${fixed(l.money, 2)} ${r.currency}${l.reckoned ? ' reckoned' : ''}`}${l.note === '' ? '' : ` (${l.note})`}`,
    ),
    `  together ${fixed(r.money.known, 2)} ${r.currency}, ${counted(r.money.unknown, 'line')} without a price${r.budget === null ? '' : `; budget ${fixed(r.budget, 0)}, paid ${fixed(r.money.paid, 0)}`}`,
    '',
    'To cut',
    ...r.plans.map((p) => `  ${materialName(p.need.of, 'metric', p.need.stacked)}: ${p.sentence}`),
    '',
    `Work: ${timeText(r.work.hours * 60)} of one person, ${r.work.days} days`,
    ...r.work.tasks
      .filter((t) => t.minutes > 0)
      .map(
        (t) =>
          `  batch ${t.batch + 1}  ${STEP_WORDS[t.step].name.padEnd(18)} ${timeText(t.minutes).padStart(11)}  ${r.work.dates[t.from!.day] ?? `day ${t.from!.day + 1}`}`,
      ),
    ...(r.issues.length > 0 ? ['', 'To look at', ...r.issues.map((i) => `  ${i.sentence}`)] : []),
  ];
  return lines.join('\n');
}
