/** What the brief asks of the numbers: the default target, background noise and people of each use. */
import type { School } from '../../criteria/decayTargets';
import type { Brief, Use } from '../schema/project';

interface Asked {
  school: School;
  /** Background noise to aim at, dB(A), as studios and offices commonly write it. */
  backgroundDb: number;
  why: string;
}

export const ASKED: Record<Use, Asked> = {
  mixing: { school: 'by-volume', backgroundDb: 25, why: 'an even, short decay that grows with the room' },
  mastering: { school: 'by-volume', backgroundDb: 20, why: 'an even, short decay that grows with the room' },
  listening: { school: 'by-volume', backgroundDb: 25, why: 'the decay of a listening room of this volume' },
  recording: { school: 'production-room', backgroundDb: 20, why: 'a little life for voice and instrument' },
  ensemble: { school: 'hall-music', backgroundDb: 25, why: 'a small hall’s decay for music of this volume' },
  speech: { school: 'speech-booth', backgroundDb: 20, why: 'a dry, close voice' },
  filming: { school: 'production-room', backgroundDb: 25, why: 'speech on set, boom at a distance' },
};

/** What is assumed while no use is named. */
const DEFAULT_USE: Use = 'mixing';

/** The use that decides: the first named. */
export function leadingUse(brief: Brief): Use {
  return brief.uses[0] ?? DEFAULT_USE;
}

export function schoolFor(brief: Brief): School {
  return ASKED[leadingUse(brief)].school;
}

/** The strictest background noise of all uses named, dB(A); the owner's own figure goes before. */
export function backgroundFor(brief: Brief): number {
  if (brief.backgroundDb !== null) return brief.backgroundDb;
  const uses = brief.uses.length > 0 ? brief.uses : [DEFAULT_USE];
  return Math.min(...uses.map((u) => ASKED[u].backgroundDb));
}
