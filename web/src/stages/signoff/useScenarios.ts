/** The alternatives of the open room: made, opened, compared side by side, taken over. */
import { computed, ref } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { openedAs } from '@tawny/core/document/scenarios';
import { drawingSheets } from '@tawny/core/handover/drawings';
import { glanceAt } from '@tawny/core/questions/glance';
import { hangingBlocks } from '@tawny/core/report/hangingDrawing';
import { settingOf } from '@tawny/core/room/setting';
import { studyHolds } from '@tawny/core/studies/hang/held/holds';
import { differencesOf, THE_ROOM } from '@tawny/core/words/scenarios';
import { useLines } from '../../answers/answers';
import { useRecipeNames } from '../../desk/recipeNames';
import { clerk } from '../../stores/clerk';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

/** A drawing on the page, mm on paper at most. */
const DRAWN: readonly [number, number] = [92, 70];

export const useScenarios = createSharedComposable(() => {
  const doc = useDocument();
  const session = useSession();
  const { scenarios: line } = useLines();
  const { nameOf: recipeName } = useRecipeNames();
  const document = computed(() => doc.stored!);
  const list = computed(() => document.value.scenarios.list);
  const current = computed(() => document.value.scenarios.current);

  /** The room itself first, as each is opened. */
  const versions = computed(() =>
    [null, ...list.value].map((s) => ({
      id: s?.id ?? null,
      name: s?.name ?? THE_ROOM,
      project: openedAs(document.value, s?.id ?? null).project,
    })),
  );
  const waves = ref(false);
  line.follow(() => ({ versions: versions.value.map(({ id, project }) => ({ id, project })), waves: waves.value }));
  const compared = computed(() => line.last.value ?? []);
  const found = (id: string | null) => compared.value.find((c) => c.id === id) ?? null;

  const differences = computed(() =>
    list.value.map((scenario) => {
      const faces = settingOf(openedAs(document.value, scenario.id).project).faces;
      const surface = (id: string) => faces.find((f) => f.id === id)?.name ?? id;
      return { scenario, parts: differencesOf(document.value, scenario, session.system, surface) };
    }),
  );

  const sheets = computed(() =>
    versions.value.map(({ id, name, project }) => {
      const { setting, hang } = glanceAt(project);
      return {
        ...{ id, name },
        sheets: drawingSheets({
          ...{ setting, blocks: hangingBlocks(setting, hang.result, studyHolds(setting, hang.result)) },
          ...{ level: hang.result.level.height, sheets: [], recipeName, system: session.system, room: DRAWN },
        }),
      };
    }),
  );
  const titles = computed(() => [...new Set(sheets.value.flatMap((v) => v.sheets.map((s) => s.title)))]);
  const drawn = ref('Plan');

  function make(name: string, why: string): void {
    const id = clerk().id();
    doc.run({
      type: 'batch',
      as: 'put-scenario',
      commands: [
        { type: 'put-scenario', id, name, why, like: current.value },
        { type: 'open-scenario', id },
      ],
    });
  }
  return {
    ...{ doc, session, list, current, versions, waves, line, compared, found, differences },
    ...{ sheets, titles, drawn, make },
    open: (id: string | null) => doc.run({ type: 'open-scenario', id }),
    rename: (id: string, name: string, why: string) => doc.run({ type: 'put-scenario', id, name, why, like: null }),
    remove: (id: string) => doc.run({ type: 'take-scenario', id }),
    takeOver: (id: string, edits: number[]) => doc.run({ type: 'take-over', id, edits }),
    settle: (id: string, edits: number[], keep: boolean) => doc.run({ type: 'settle-scenario', id, edits, keep }),
  };
});
