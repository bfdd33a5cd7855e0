/** What the parts of the Marks bench share: the study, the chosen mark, what can be hung over it, and the actions. */
import { computed } from 'vue';
import type { Furniture, HungPiece } from '@tawny/core/project/schema';
import { coverMark, piecesFor, SCATTER_HZ, twinMark } from '@tawny/core/studies/coverMark';
import type { Mark } from '@tawny/core/studies/marks';
import { type Redirect, redirectsFor } from '@tawny/core/studies/redirect';
import { faceAxes } from '@tawny/core/studies/hung';
import { localToFace } from '@tawny/core/geometry/unfold';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

/** Board hung to send sound elsewhere: thickness and distance from the wall, m. */
const BOARD = { depth: 0.018, gap: 0.02 } as const;
/** A scatterer's depth to begin with, m. */
const SCATTER_DEPTH = 0.15;
/** A stand-alone panel stands so far before the wall, m. */
const STAND_OFF = 0.12;

export const placeWords = (m: Pick<Mark, 'kind' | 'faceName'>): string =>
  m.kind === 'thing' || m.kind === 'board' ? m.faceName : `the ${surfaceWords(m.faceName)}`;

export function useMarks() {
  const doc = useDocument();
  const results = useResults();
  const session = useSession();
  /** The board follows a drag at once, the bench calmly. */
  const calm = computed(() => results.calm ?? results.quick!);
  const study = computed(() => calm.value.marks);
  const setting = computed(() => calm.value.setting);
  const marks = computed(() => study.value.result.marks);
  const selected = computed(
    () =>
      (session.selection?.kind === 'mark' ? marks.value.find((m) => m.id === session.selection!.id) : undefined) ??
      study.value.result.worstBare ??
      marks.value[0] ??
      null,
  );
  const twin = computed(() => (selected.value ? twinMark(setting.value, selected.value, marks.value) : null));
  /** A drag in hand asks for no proposals. */
  const cover = computed(() =>
    selected.value && !doc.previewing ? coverMark(setting.value, selected.value, marks.value) : null,
  );
  const redirects = computed((): Redirect[] => {
    const answer = cover.value;
    const m = selected.value;
    if (!answer || !m || doc.previewing) return [];
    const size = answer.proposal?.size ?? setting.value.project.treatment.panel;
    return redirectsFor(setting.value, m, { width: size.width, height: size.height, ...BOARD });
  });

  /** The chosen mark, and its mirror image when both sides are wanted. */
  const wanted = () => {
    const both = session.mirror && twin.value ? [selected.value!, twin.value] : [selected.value!];
    return both.map((m) => ({ mark: m, cover: coverMark(setting.value, m, marks.value) }));
  };
  function hang(kind: 'absorber' | 'scatter'): void {
    const { panel } = setting.value.project.treatment;
    const depth = kind === 'absorber' ? panel.depth : SCATTER_DEPTH;
    const gap = kind === 'absorber' ? panel.gap : 0;
    const pieces: HungPiece[] = [];
    for (const { cover: answer } of wanted()) {
      if (!answer?.proposal) continue;
      const list = piecesFor(
        setting.value,
        answer.face,
        answer.proposal.panels,
        { kind, depth, gap, scatterHz: SCATTER_HZ },
        kind === 'absorber' ? 'Panel' : 'Diffuser',
      );
      pieces.push(...list);
    }
    doc.run({ type: 'hang', pieces: renumbered(pieces) });
  }
  /** Names and ids follow on when several are hung at once. */
  function renumbered(pieces: HungPiece[]): HungPiece[] {
    const taken = new Set(setting.value.project.treatment.hung.map((p) => p.id));
    let n = 0;
    return pieces.map((p) => {
      do n += 1;
      while (taken.has(`hung-${n}`));
      return { ...p, id: `hung-${n}`, name: p.name.replace(/\d+$/, String(n)) };
    });
  }
  function hangBoard(redirect: Redirect): void {
    const m = selected.value!;
    const face = setting.value.faces.find((f) => f.id === m.face)!;
    const { width, height } = redirect.size;
    const turned = redirect.about === 'turn' ? { turnDeg: redirect.deg } : { tiltDeg: redirect.deg };
    const panels = [{ left: redirect.middle[0] - width / 2, low: redirect.middle[1] - height / 2, width, height }];
    doc.run({
      type: 'hang',
      pieces: piecesFor(setting.value, face, panels, { kind: 'board', ...BOARD, ...turned }, 'Board'),
    });
  }
  /** A panel on feet before the mark, for where nothing can be hung. */
  function standBefore(): void {
    const m = selected.value!;
    const face = setting.value.faces.find((f) => f.id === m.face)!;
    const { n, u } = faceAxes(face);
    const { box } = m.zone;
    const [x, y, z] = localToFace(face, [(box.left + box.right) / 2, box.low]);
    const at = setting.value.frame.toSurvey([x + n[0] * STAND_OFF, y + n[1] * STAND_OFF]);
    const along = setting.value.frame.toSurvey([x + n[0] * STAND_OFF + u[0], y + n[1] * STAND_OFF + u[1]]);
    const ids = new Set(setting.value.project.room.furniture.map((f) => f.id));
    let k = 1;
    while (ids.has(`stand-${k}`)) k += 1;
    const floor = setting.value.solid.floorAt([x + n[0] * STAND_OFF, y + n[1] * STAND_OFF]) ?? 0;
    const thing: Furniture = {
      id: `stand-${k}`,
      kind: 'gobo',
      name: `Stand-alone panel ${k}`,
      x: at[0],
      y: at[1],
      turnDeg: (Math.atan2(along[1] - at[1], along[0] - at[0]) * 180) / Math.PI,
      width: Math.max(0.6, box.right - box.left + 0.2),
      depth: 0.1,
      height: Math.max(1.2, z + (box.high - box.low) + 0.2 - floor),
      lift: 0,
      tiltDeg: 0,
      material: 'gobo-100',
      clearance: 0,
    };
    doc.run({ type: 'put', list: 'furniture', thing });
  }
  function drawCurtain(id: string): void {
    const opening = setting.value.project.room.openings.find((o) => o.id === id);
    if (opening) doc.run({ type: 'put', list: 'openings', thing: { ...opening, material: 'curtain-heavy' } });
  }
  return {
    doc,
    results,
    session,
    study,
    setting,
    marks,
    selected,
    twin,
    cover,
    redirects,
    hang,
    hangBoard,
    standBefore,
    drawCurtain,
  };
}
