/** Kinds of entries of the log, in words. */
import type { LogEntry } from '../../document/schema/project';

export const LOG_NAMES: Record<LogEntry['kind'], string> = {
  'level-match': 'Levels matched',
  'hard-pan': 'Heard hard panned',
  'sine-tail': 'Heard how a tone dies away',
  clap: 'Clapped',
  'voice-by-wall': 'A voice by the wall',
  'known-record': 'A known record',
  built: 'Built',
  note: 'Note',
};
