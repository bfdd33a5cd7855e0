/** Joins the board to the stores for every stage that shows it: what it draws, and what its gestures command. */
import { computed, ref } from 'vue';
import type { Command } from '@tawny/core/document/commands/commands';
import { frameOf } from '@tawny/core/document/place/placing';
import { isAt } from '@tawny/core/document/schema/project';
import { inState } from '@tawny/core/document/states';
import { fillDepth } from '@tawny/core/recipes/curve';
import { toMillimetre } from '@tawny/core/quantities/lengths';
import { spoken } from '@tawny/core/quantities/measures';
import { snapCorner, snapWall } from '../board/tools/snap';
import type {
  BoardPanel,
  BoardRoute,
  BoardScene,
  Chosen,
  CostMap,
  FaceField,
  Move,
  PressureField,
  TapeTrace,
} from '../board/types';
import { doorSwings } from '@tawny/core/room/doors';
import { movedPiece } from './pieces';
import { useDocument } from '../stores/document';
import { useAnswers } from '../answers/answers';
import { type Selection, useSession } from '../stores/session';

export interface BoardOptions {
  marks: boolean;
  panels: boolean;
  movable: boolean;
  seat: boolean;
  /** Whether corners and walls, or furniture and openings, can be moved. */
  edit?: () => 'plan' | 'things' | null;
  field?: () => PressureField | null;
  faceFields?: () => readonly FaceField[];
  costs?: () => CostMap | null;
  routes?: () => readonly BoardRoute[];
  trace?: () => TapeTrace | null;
}

export function useBoard(options: BoardOptions) {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const said = ref('');

  /** Frame of the document without the drag in hand: gestures are read against what they began on. */
  const frame = computed(() => (doc.settled ? frameOf(inState(doc.settled)) : null));

  const panels = computed((): BoardPanel[] => {
    const q = answers.glance;
    if (!q) return [];
    const proposed = q.marks.result.decided
      .filter((c) => c.panels.length > 0 && c.chosen >= c.panels.length)
      .flatMap((c) =>
        c.panels.map(({ left, low, width, height }): BoardPanel => ({
          id: null,
          name: 'Panel decided for this surface, where it would cover the marks',
          kind: 'absorber',
          face: c.face,
          left,
          low,
          width,
          height,
          depth: c.depth,
        })),
      );
    const laid = q.setting.placed.map(({ id, name, kind, face, box, recipe, standoff }): BoardPanel => ({
      id,
      name,
      kind,
      face,
      left: box.left,
      low: box.low,
      width: box.right - box.left,
      height: box.high - box.low,
      depth: fillDepth(recipe) || standoff,
    }));
    return [...proposed, ...laid];
  });

  const scene = computed((): BoardScene | null => {
    const q = answers.glance;
    if (!q) return null;
    const fault = doc.refused;
    const edit = options.edit?.() ?? null;
    return {
      setting: q.setting,
      origin: doc.previewing && frame.value ? q.setting.frame.toListener(frame.value.toSurvey([0, 0])) : [0, 0],
      swings: doorSwings(q.setting.room),
      editPlan: edit === 'plan',
      editThings: edit === 'things',
      fault: fault && {
        sentence: spoken(`Not done: ${fault.sentence}.`.replace(/\.\.$/, '.'), session.system),
        at: fault.at && q.setting.frame.toListener([fault.at[0], fault.at[1]]),
      },
      said: said.value,
      trace: options.trace?.() ?? null,
      system: session.system,
      marks: options.marks ? q.marks.result.marks : [],
      panels: options.panels ? panels.value : [],
      field: options.field?.() ?? null,
      faceFields: options.faceFields?.() ?? [],
      costs: options.costs?.() ?? null,
      routes: options.routes?.() ?? [],
      selected: session.selection,
      hovered: session.hovered,
      movable: options.movable,
      showSeat: options.seat,
    };
  });

  /** A corner or wall of the plan; snapped unless it is nudged. */
  function planCommand(move: Move, snap: boolean): Command | null {
    const project = doc.settled;
    const f = frame.value;
    if (!project || !f) return null;
    const plan = project.room.corners.map((c) => ({ wall: c.wall, at: f.toListener([c.x, c.y]) }));
    const i = plan.findIndex((c) => c.wall === move.id);
    if (i < 0) return null;
    if (move.kind === 'corner') {
      const snapped = snap ? snapCorner(plan, i, move.to, move.scale, session.system) : { to: move.to, said: '' };
      said.value = snapped.said;
      const [x, y] = f.toSurvey(snapped.to);
      return { type: 'move-corner', wall: move.id, x, y };
    }
    const [a, b] = [plan[i]!.at, plan[(i + 1) % plan.length]!.at];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const inwards = [-(b[1] - a[1]) / length, (b[0] - a[0]) / length] as const;
    const by = (move.to[0] - move.from[0]) * inwards[0] + (move.to[1] - move.from[1]) * inwards[1];
    return { type: 'move-wall', wall: move.id, by: snap ? snapWall(plan, i, by, session.system) : by };
  }

  function commandOf(move: Move, snap = true): Command | null {
    const f = frame.value;
    const project = doc.settled;
    if (!f || !project) return null;
    if (move.kind === 'corner' || move.kind === 'wall') return planCommand(move, snap);
    const to = [toMillimetre(move.to[0]), toMillimetre(move.to[1])] as const;
    if (move.kind === 'part') {
      const opening = project.room.openings.find((o) => o.id === move.id);
      if (opening) return { type: 'put', list: 'openings', thing: { ...opening, u: to[0], v: Math.max(0, to[1]) } };
      const piece = project.treatment.pieces.filter(isAt).find((t) => t.id === move.id);
      if (piece) return movedPiece(piece, { u: to[0], v: Math.max(0, to[1]) });
      const patch = project.room.patches.find((t) => t.id === move.id);
      return patch ? { type: 'put', list: 'patches', thing: { ...patch, u: to[0], v: to[1] } } : null;
    }
    const [x, y] = f.toSurvey(to);
    if (move.kind === 'thing') {
      const thing = project.room.furniture.find((t) => t.id === move.id);
      return thing ? { type: 'put', list: 'furniture', thing: { ...thing, x, y } } : null;
    }
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
        said.value = '';
        doc.endPreview();
        if (command) doc.run(command);
      },
      nudged: (move: Move) => {
        const command = commandOf(move, false);
        if (command) doc.run(command, `nudge ${move.kind} ${move.id}`);
      },
      'move-cancelled': () => {
        said.value = '';
        doc.endPreview();
      },
    },
  };
}
