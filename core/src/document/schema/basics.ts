/** What every part of the document is made of: numbers within limits, texts that can be drawn, names that are no trap. */
import * as z from 'zod/mini';

/** Limits of what a person can tape, m. The fields use the same figures. */
export const LIMITS = {
  side: [0.5, 60],
  /** A wall as taped: reveals and chimney breasts are short. */
  leg: [0.02, 60],
  height: [1.2, 20],
  coordinate: [-200, 200],
  earHeight: [0.3, 2.2],
  axisHeight: [0.05, 5],
  minimumDistance: [0.3, 5],
  triangleSide: [0.3, 8],
  apexBehind: [0, 0.5],
  box: [0.05, 1.5],
  temperatureC: [-10, 45],
  humidityPercent: [5, 100],
  pressurePa: [60000, 110000],
  panelSide: [0.2, 3],
  panelDepth: [0.01, 0.6],
  panelGap: [0, 0.6],
  flowResistivity: [1000, 100000],
  /** Along or up a wall; a place may lie past its end until the wall is mended. */
  along: [-60, 60],
  ceilingTop: [1.2, 30],
  stripWidth: [0.02, 60],
  beamLevel: [0.3, 30],
  platformLevel: [0.01, 5],
  piece: [0.01, 20],
  lift: [0, 5],
  turnDeg: [-360, 360],
  tiltDeg: [0, 45],
  clearance: [0, 5],
  spacing: [0.1, 2],
  people: [0, 500],
  levelDb: [0, 140],
  aimDeg: [-180, 180],
  speakerTiltDeg: [-60, 60],
  lowCornerHz: [5, 400],
  shelfHz: [20, 1000],
  shelfDb: [-18, 12],
  /** How far the head moves about its middle place. */
  reach: [0, 1.5],
  scatterHz: [100, 8000],
  hungTurnDeg: [-60, 60],
  differenceDb: [-30, 30],
  gainDb: [-24, 24],
  delayMs: [0, 60],
  crossoverHz: [30, 250],
  neck: [0.002, 0.6],
  fillDensity: [5, 400],
  layerDepth: [0.001, 1],
  clothResistance: [0, 5000],
  skinMass: [0.005, 40],
  opening: [0.00005, 0.1],
  plate: [0.0001, 0.08],
  pitch: [0.0005, 0.5],
  openPart: [0.0005, 0.2],
  portSize: [0.005, 1],
  wellWidth: [0.01, 0.3],
  designHz: [150, 4000],
  rise: [0.02, 0.6],
  slat: [0.005, 0.3],
  recipeSide: [0.05, 3],
  price: [0, 100000],
  targetTime: [0.03, 5],
  money: [0, 1e7],
  most: [0, 2000],
  coverage: [0, 1],
  kilograms: [0, 20000],
  levelLine: [0.2, 20],
  leastGap: [0, 1],
  cloudFall: [0, 0.6],
  lining: [0, 0.2],
  safetyFactor: [1, 20],
  link: [0.005, 0.2],
  fittings: [0, 0.4],
  wareLength: [0.02, 100],
  wareWidth: [0.002, 6],
  wareThickness: [0.0001, 1],
  pack: [0.01, 100000],
  sweepHz: [1, 200000],
  sweepSeconds: [0.1, 120],
  sampleRate: [1000, 768000],
  fullScaleDb: [60, 180],
  tail: [0, 600],
  harmonicDb: [-200, 60],
  pointHz: [0.1, 400000],
  pointDb: [-400, 400],
  pointDeg: [-1e6, 1e6],
  decaySeconds: [0.01, 60],
  bandDb: [-200, 200],
  watchSeconds: [0, 864000],
  /** What was learned over what was stated. */
  learnedFactor: [0.01, 100],
  relative: [0, 10],
} as const satisfies Record<string, readonly [number, number]>;

export const within = (key: keyof typeof LIMITS) =>
  z.number().check(z.minimum(LIMITS[key][0]), z.maximum(LIMITS[key][1]));

/** Characters no drawing, table or sheet can carry: control characters, halves of a pair, those Unicode keeps for nobody. */
const UNFIT = /[\p{Cc}\p{Surrogate}\ufffe\uffff]/u;
/** The same, but for tabs and ends of lines. */
const UNFIT_LONG = /(?![\t\n\r])[\p{Cc}\p{Surrogate}\ufffe\uffff]/u;

/** A text on one line: it goes into drawings, tables and file names. */
export const line = (least: number, most: number) =>
  z.string().check(
    z.minLength(least),
    z.maxLength(most),
    z.refine((t) => !UNFIT.test(t), 'expected a text without control characters or broken letters'),
  );
/** A text of several lines. */
export const lines = (most: number) =>
  z.string().check(
    z.maxLength(most),
    z.refine((t) => !UNFIT_LONG.test(t), 'expected a text without control characters or broken letters'),
  );

/** Names every object of the language has: a thing called so would be found where there is none. */
export const isReserved = (name: string): boolean => name in Object.prototype;
const UNRESERVED = 'expected another name: this one belongs to the language the program is written in';
export const id = line(1, 40).check(z.refine((t) => !isReserved(t), UNRESERVED));
/** A key of a record that is no id of a thing. */
export const key = (most: number) => line(0, most).check(z.refine((t) => !isReserved(t), UNRESERVED));
