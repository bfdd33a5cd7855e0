/** A watch that waits for what is louder than the room at rest: a plane, a lorry, a door. */

export interface LoudEvent {
  /** Begin and length, s from the begin of the watch. */
  at: number;
  seconds: number;
  /** Loudest moment, dB as they are fed. */
  db: number;
}

/** Over the room at rest that makes an event, and under which it ends again, dB. */
const OVER_DB = 10;
const ENDS_DB = 5;
/** An event has ended when it has been quiet for so long; the room at rest follows so slowly, s. */
const QUIET_S = 0.6;
const FOLLOWS_S = 8;
/** Before so much is heard the room at rest is not known, s. */
const SETTLES_S = 2;

export interface LoudWatch {
  /** Level of the next stretch, dB, and its length, s. */
  feed(db: number, seconds: number): void;
  /** Those that have ended, and the one going on last. */
  events(): LoudEvent[];
  /** The room at rest, dB; null: not known yet. */
  background(): number | null;
  seconds(): number;
}

export function createLoudWatch(): LoudWatch {
  const ended: LoudEvent[] = [];
  let running: (LoudEvent & { quiet: number }) | null = null;
  let [time, settled] = [0, 0];
  /** Mean square of what is no event. */
  let rest: number | null = null;

  const told = ({ at, seconds, db, quiet }: LoudEvent & { quiet: number }): LoudEvent => ({
    ...{ at, db },
    seconds: Math.max(0, seconds - quiet),
  });
  return {
    feed(db, seconds) {
      const power = 10 ** (db / 10);
      const over = rest === null ? 0 : db - 10 * Math.log10(rest);
      if (running) {
        running.seconds += seconds;
        running.db = Math.max(running.db, db);
        running.quiet = over < ENDS_DB ? running.quiet + seconds : 0;
        if (running.quiet >= QUIET_S) {
          ended.push(told(running));
          running = null;
        }
      } else if (settled >= SETTLES_S && over >= OVER_DB) running = { at: time, seconds, db, quiet: 0 };
      else {
        settled += seconds;
        // At first the mean of all; then what was long ago counts less and less.
        const part = Math.min(1, seconds / Math.min(FOLLOWS_S, settled));
        rest = rest === null ? power : rest + (power - rest) * part;
      }
      time += seconds;
    },
    events: () => (running ? [...ended, told(running)] : [...ended]),
    background: () => (rest === null || settled < SETTLES_S ? null : 10 * Math.log10(rest)),
    seconds: () => time,
  };
}
