/** The exercises, on copies of the demo rooms. Every figure asked for is worked out of the room as it is, so that another room would do. */
import type { Exercise } from '../types';
import { COMPARE } from './compare';
import { MARKS } from './marks';
import { MISSING } from './missing';
import { NUMBER } from './number';
import { SEAT } from './seat';
import { WALL } from './wall';

export const EXERCISES: readonly Exercise[] = [SEAT, MARKS, MISSING, NUMBER, COMPARE, WALL];
