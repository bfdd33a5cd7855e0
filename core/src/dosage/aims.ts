/** What the exact problem can aim at, and the classes of places it can use. */
export const AIMS = ['cost', 'pieces', 'flat', 'depth'] as const;
export type Aim = (typeof AIMS)[number];

/** Walls by the side they are on, the ceiling, upright corners and the edges of the ceiling. */
export const PLACE_CLASSES = ['front', 'left', 'right', 'rear', 'ceiling', 'corners', 'edges'] as const;
export type PlaceClass = (typeof PLACE_CLASSES)[number];
