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
  height: number;
  /** Sum of the walls' lengths. */
  around: number;
}

const TITLE = 24; // px above each drawing for its title
const GUTTER = 44; // px between drawings: room for a dimension line
const BELOW = 22; // px under the plan for outside labels
const ASIDE = 170; // px an aside needs
const STRIP_PART = 0.3; // of the height, at most

/**
 * Plan and ceiling share a scale; the strip has its own, the largest that fits the width.
 * @param withAside keep room for a drawing right of the ceiling
 */
export function boardLayout(width: number, height: number, room: RoomExtent, withAside: boolean): BoardLayout {
  const inner = Math.max(200, width - 2 * 14);
  const stripScale = Math.min(inner / room.around, (height * STRIP_PART - TITLE) / room.height);
  const stripHeight = room.height * stripScale + TITLE * 2;
  const forPlans = inner - GUTTER - (withAside ? ASIDE + GUTTER : 0);
  const scale = Math.max(
    8,
    Math.min(forPlans / (2 * room.width), (height - stripHeight - TITLE - BELOW - 16) / room.length),
  );
  const top = TITLE + 4;
  const ceilingX = 14 + room.width * scale + GUTTER;
  const asideX = ceilingX + room.width * scale + GUTTER;
  const asideWidth = 14 + inner - asideX;
  const stripY = top + room.length * scale + BELOW + TITLE * 2;
  return {
    plan: { x: 14, y: top, scale },
    ceiling: { x: ceilingX, y: top, scale },
    strip: { x: 14, y: stripY, scale: stripScale },
    aside:
      withAside && asideWidth >= 120
        ? { x: asideX, y: top, width: Math.min(asideWidth, 260), height: room.length * scale }
        : null,
    height: stripY + room.height * stripScale + 12,
  };
}

/** The plan alone, as large as fits. */
export function planLayout(width: number, height: number, room: RoomExtent): BoardLayout {
  const scale = Math.max(8, Math.min((width - 28 - GUTTER) / room.width, (height - TITLE - BELOW - 12) / room.length));
  const plan = { x: 14, y: TITLE + 4, scale };
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
