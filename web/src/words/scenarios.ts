/** The document without any of its alternatives, as people call it. */
export const THE_ROOM = 'The room itself';
