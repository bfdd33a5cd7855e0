/** How the corners of a frame meet. */
export const JOINTS = ['butt', 'mitred', 'rebated'] as const;
export type Joint = (typeof JOINTS)[number];
