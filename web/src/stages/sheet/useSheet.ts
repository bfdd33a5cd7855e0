/** What the marking sheet, on paper or on a phone, is made of. */
import { computed } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { SheetSvg } from '@tawny/core/report/paper';
import { sheetBlocks, siteVerdict } from '@tawny/core/report/markingSheet';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';

export const CAUTIONS =
  'Marks are good to about a centimetre; check one with a mirror before hanging. Before drilling look for cables and pipes. Old paint and boards may hold lead or asbestos: have them tested. Overhead pieces: into structure, by the fixing’s rating, with a safety line; in doubt ask a qualified builder. Gloves and mask with fibres; never cover heaters, lamps, detectors or ways out. Local codes apply.';

/** In a picture the page's own fonts are not there. */
export const FONT = 'sans-serif';
export const picture = ({ svg, width, height, scale }: SheetSvg) => ({
  src: `data:image/svg+xml,${encodeURIComponent(svg)}`,
  style: { width: `${width}mm`, height: `${height}mm` },
  scale,
});

export type SheetPicture = ReturnType<typeof picture>;

export function useSheet() {
  const doc = useDocument();
  const answers = useAnswers();
  const session = useSession();
  const setting = computed(() => answers.glance!.setting);
  const marks = computed(() => answers.glance!.marks.result);
  const blocks = computed(() => sheetBlocks(setting.value, marks.value));
  const site = computed(() => doc.project!.site);
  const verdict = computed(() => siteVerdict(setting.value, marks.value, site.value));
  const length = (m: number) => lengthText(m, session.system);
  const lines = computed(() => {
    const { head, solid, loudspeakers, project } = setting.value;
    const width = solid.plan.reduce((m, c) => Math.max(m, c.at[0]), 0);
    const { range } = project.listening;
    const state = doc.project!.states.list.find((s) => s.id === doc.project!.states.current);
    return [
      `Room ${length(width)} wide, ${length(setting.value.length)} long, ${length(solid.height)} high${state ? `, as “${state.name}”` : ''}. Face wall ${project.listening.facing}.`,
      `Ears ${length(head[1])} from the front wall, ${length(head[0])} from the left wall, ${length(head[2])} up. The head leans in ${length(range.forward)}, sits back ${length(range.back)}, sways ${length(range.side)} either way.`,
      loudspeakers
        .map(
          (l) =>
            `${l.letter}: ${length(l.at[1])} from front, ${length(l.at[0])} from left, axis ${length(l.at[2])} up.`,
        )
        .join(' '),
    ];
  });
  return { doc, answers, session, setting, marks, blocks, site, verdict, length, lines };
}
