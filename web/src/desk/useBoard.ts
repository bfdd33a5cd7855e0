/** Joins the board to the stores for every stage that shows it: what it draws, and what its gestures command. */
import { computed } from 'vue';
import type { Command } from '@tawny/core/project/commands';
import type { BoardPanel, BoardScene, Chosen, Move, PressureField } from '../board/types';
import { useDocument } from '../stores/document';
import { useResults } from '../stores/results';
import { type Selection, useSession } from '../stores/session';

export interface BoardOptions {
  marks: boolean;
  panels: boolean;
  movable: boolean;
  seat: boolean;
  field?: () => PressureField | null;
}

/** A tape reads to the millimetre: positions from a drag are rounded to it. */
const toMillimetre = (v: number) => Math.round(v * 1000) / 1000;

export function useBoard(options: BoardOptions) {
  const doc = useDocument();
  const session = useSession();
  const results = useResults();

  const panels = computed((): BoardPanel[] => {
    const depth = doc.project?.treatment.panel.depth ?? 0;
    const covers = results.quick?.marks.result.covers ?? [];
    return covers
      .filter((c) => c.panels.length > 0 && c.chosen >= c.panels.length)
      .flatMap((c) =>
        c.panels.map((p) => ({ face: c.face, left: p.left, low: p.low, width: p.width, height: p.height, depth })),
      );
  });

  const scene = computed((): BoardScene | null => {
    const q = results.quick;
    if (!q) return null;
    return {
      setting: q.setting,
      system: session.system,
      marks: options.marks ? q.marks.result.marks : [],
      panels: options.panels ? panels.value : [],
      field: options.field?.() ?? null,
      selected: session.selection,
      hovered: session.hovered,
      movable: options.movable,
      showSeat: options.seat,
    };
  });

  function commandOf(move: Move): Command | null {
    const frame = results.quick?.setting.frame;
    if (!frame) return null;
    const [x, y] = frame.toSurvey([toMillimetre(move.to[0]), toMillimetre(move.to[1])]);
    return move.kind === 'head'
      ? { type: 'move-head', x, y }
      : { type: 'move-loudspeaker', id: move.id, x, y, mirror: session.mirror };
  }

  return {
    scene,
    on: {
      select: (chosen: Chosen | null) => (session.selection = chosen as Selection | null),
      hover: (id: string | null) => (session.hovered = id),
      moving: (move: Move) => {
        const command = commandOf(move);
        if (command) doc.preview(command);
      },
      moved: (move: Move) => {
        const command = commandOf(move);
        doc.endPreview();
        if (command) doc.run(command);
      },
      nudged: (move: Move) => {
        const command = commandOf(move);
        if (command) doc.run(command, `nudge ${move.kind} ${move.id}`);
      },
      'move-cancelled': () => doc.endPreview(),
    },
  };
}
