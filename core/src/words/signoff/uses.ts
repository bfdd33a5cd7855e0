/** What a room is for, in words. */
import type { Use } from '../../document/schema/project';

export const USE_NAMES: Record<Use, string> = {
  mixing: 'mixing',
  mastering: 'mastering',
  recording: 'recording oneself',
  ensemble: 'small ensemble',
  speech: 'speech',
  filming: 'filming',
  listening: 'listening',
};
