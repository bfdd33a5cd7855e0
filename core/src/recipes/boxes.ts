/** How closed boxes and boards are made: one place for what rings, what is weighed and what is bought. */

/** Left free between a skin and its fill, m. */
export const SKIN_FREE = 0.015;
/** Board of wood, kg/m³. */
export const BOARD_DENSITY = 650;
/** What a painted board of 18 mm takes from sound, all octaves, 0…1: typical of hard wood. */
export const BOARD_ALPHA = 0.08;
