/** Where plan, reflected ceiling, wall strip and an aside stand on a board of a given size in px. Pure. */

export interface Sheet {
  /** Top left corner in px, and px per metre. */
  x: number;
  y: number;
  scale: number;
}

export interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface BoardLayout {
  plan: Sheet;
  ceiling: Sheet;
  strip: Sheet;
  aside: Area | null;
  height: number;
}

export interface RoomExtent {
  width: number;
  length: number;
  /** What lies in front of the faced wall's line: a recess beside it, m. The datum is so far below the drawing's top. */
  ahead: number;
  height: number;
  /** Sum of the walls' lengths. */
  around: number;
}

const MARGIN = 24; // px around everything: the rulers and a little air
const LABELS = 78; // px more around the plan where its walls carry their lengths
const TITLE = 24; // px above each drawing for its title
const GUTTER = 58; // px between drawings: room for a dimension line
const BELOW = 22; // px under the plan for outside labels
const ASIDE = 170; // px an aside needs
const LEAST_WITH_ASIDE = 560; // px: on a narrower board the plans come first
const STRIP_PART = 0.3; // of the height, at most

/**
 * Plan and ceiling share a scale, side by side or one above the other, whichever draws them larger; the strip has its own,
 * the largest that fits the width.
 * @param withAside keep room for a drawing right of the ceiling
 * @param labelled keep room for lengths around the plan
 */
export function boardLayout(
  width: number,
  height: number,
  room: RoomExtent,
  withAside: boolean,
  labelled = false,
): BoardLayout {
  const around = labelled ? LABELS : 0;
  const inner = Math.max(200, width - 2 * MARGIN);
  const stripScale = Math.min(inner / room.around, (height * STRIP_PART - TITLE) / room.height);
  const stripHeight = room.height * stripScale + TITLE * 2;
  const roomForAside = withAside && inner >= LEAST_WITH_ASIDE;
  const forPlans = inner - (roomForAside ? ASIDE + GUTTER : 0) - 2 * around;
  const heightForPlans = height - stripHeight - TITLE - BELOW - 30 - (labelled ? 12 : 0);
  const beside = Math.min((forPlans - GUTTER) / (2 * room.width), heightForPlans / room.length);
  const above = Math.min((forPlans - GUTTER) / room.width, (heightForPlans - BELOW - TITLE * 2) / (2 * room.length));
  const stacked = above > beside;
  const scale = Math.max(8, stacked ? above : beside);
  const [planWidth, planHeight] = [room.width * scale, room.length * scale];
  const top = TITLE + 18 + (labelled ? 12 : 0);
  const ceiling = stacked
    ? { x: MARGIN + around, y: top + planHeight + BELOW + TITLE * 2, scale }
    : { x: MARGIN + 2 * around + planWidth + GUTTER, y: top, scale };
  const asideX = ceiling.x + planWidth + GUTTER;
  const asideWidth = MARGIN + inner - asideX;
  const plansEnd = ceiling.y + planHeight;
  const stripY = plansEnd + BELOW + TITLE * 2;
  const datum = room.ahead * scale;
  return {
    plan: { x: MARGIN + around, y: top + datum, scale },
    ceiling: { ...ceiling, y: ceiling.y + datum },
    strip: { x: MARGIN, y: stripY, scale: stripScale },
    aside:
      roomForAside && asideWidth >= 120
        ? { x: asideX, y: top, width: Math.min(asideWidth, 260), height: plansEnd - top }
        : null,
    height: stripY + room.height * stripScale + 12,
  };
}

/** For a low, wide board: the plan as high as it goes, walls and ceiling one above the other at its right. */
export function wideLayout(width: number, height: number, room: RoomExtent): BoardLayout {
  const top = TITLE + 18;
  const forPlan = height - top - BELOW - 12;
  const scale = Math.max(8, Math.min(forPlan / room.length, (0.42 * (width - 2 * MARGIN)) / room.width));
  const x = MARGIN + room.width * scale + GUTTER;
  const beside = Math.max(120, width - MARGIN - x);
  const stripY = top + TITLE;
  const stripScale = Math.min(beside / room.around, (0.4 * (height - stripY)) / room.height);
  const ceilingY = stripY + room.height * stripScale + BELOW + TITLE;
  const ceilingScale = Math.max(6, Math.min((height - ceilingY - BELOW) / room.length, beside / room.width, scale));
  return {
    plan: { x: MARGIN, y: top + room.ahead * scale, scale },
    ceiling: { x, y: ceilingY + room.ahead * ceilingScale, scale: ceilingScale },
    strip: { x, y: stripY, scale: stripScale },
    aside: null,
    height: Math.max(height, ceilingY + room.length * ceilingScale + 12),
  };
}

/** The plan alone, as large as fits. */
export function planLayout(width: number, height: number, room: RoomExtent): BoardLayout {
  const scale = Math.max(
    8,
    Math.min((width - 2 * MARGIN - GUTTER) / room.width, (height - TITLE - BELOW - 26) / room.length),
  );
  const plan = { x: MARGIN, y: TITLE + 18 + room.ahead * scale, scale };
  return { plan, ceiling: plan, strip: plan, aside: null, height };
}

/** Metres on a sheet → px. */
export function onSheet(sheet: Sheet, p: readonly [number, number]): [number, number] {
  return [sheet.x + p[0] * sheet.scale, sheet.y + p[1] * sheet.scale];
}

/** Inverse of {@link onSheet}. */
export function offSheet(sheet: Sheet, p: readonly [number, number]): [number, number] {
  return [(p[0] - sheet.x) / sheet.scale, (p[1] - sheet.y) / sheet.scale];
}
