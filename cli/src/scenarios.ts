/** `tawny scenarios`: the alternatives of a room side by side, and what each makes otherwise, as JSON or as text for a terminal. */
import { openedAs } from '@tawny/core/document/scenarios';
import type { Project } from '@tawny/core/document/schema/project';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { fixed } from '@tawny/core/quantities/format';
import { type Compared, compared } from '@tawny/core/questions/scenarios';
import { settingOf } from '@tawny/core/room/setting';
import { MEASURE_NAMES } from '@tawny/core/words/measures';
import { type Difference, DIFFERENCE_NAMES, differencesOf, THE_ROOM } from '@tawny/core/words/scenarios';

type Told = Compared & { name: string; differences: Difference[] };

export async function scenariosOf(document: Project, waves: boolean): Promise<Told[]> {
  const ids = [null, ...document.scenarios.list.map((s) => s.id)];
  const versions = ids.map((id) => ({ id, project: openedAs(document, id).project }));
  const list = await compared({ versions, waves }, loadLinalg);
  return list.map((c, i): Told => {
    const scenario = document.scenarios.list.find((s) => s.id === c.id);
    const { faces } = settingOf(versions[i]!.project);
    const surface = (id: string) => faces.find((f) => f.id === id)?.name ?? id;
    return {
      ...{ ...c, name: scenario?.name ?? THE_ROOM },
      differences: scenario ? differencesOf(document, scenario, 'metric', surface) : [],
    };
  });
}

export function scenariosText(told: readonly Told[], document: Project): string {
  const currency = document.brief.budget?.currency ?? '€';
  return [
    document.name,
    ...told.flatMap((t) => [
      `  ${t.name}`,
      ...t.measures.map((m) =>
        `      ${MEASURE_NAMES[m.id]} ${m.value === null ? '–' : `${fixed(m.value, m.digits)} ${m.unit}`}`.trimEnd(),
      ),
      `      ${t.pieces} pieces, ${fixed(t.cost, 0)} ${currency}, ${fixed(t.hours, 0)} h`,
      ...t.differences.flatMap((d) => [
        `    ${DIFFERENCE_NAMES[d.part]}: ${d.sentences.join(' ')}`,
        ...d.clashes.map((c) => `      ! ${c.sentence}`),
      ]),
    ]),
  ].join('\n');
}
