/** A watch that waits for what is louder than the room at rest: a plane, a lorry, a door. */

export interface LoudEvent {
  /** Begin and length, s from the begin of the watch. */
  at: number;
  seconds: number;
  /** Loudest moment, dB as they are fed. */
  db: number;
}

/** Over the room at rest that makes an event, and under which it ends again, dB. */
export const OVER_DB = 10;
const ENDS_DB = 5;
/** An event has ended when it has been quiet for so long; the room at rest follows so slowly upwards, and downwards, s. */
const QUIET_S = 0.6;
const FOLLOWS_S = { up: 8, down: 1 } as const;
/** Before so much is heard the room at rest is not known; then it is the middle one of what was heard, s. */
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
  const first: number[] = [];
  let time = 0;
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
      } else if (over >= OVER_DB) running = { at: time, seconds, db, quiet: 0 };
      else if (rest !== null)
        rest += (power - rest) * Math.min(1, seconds / (power > rest ? FOLLOWS_S.up : FOLLOWS_S.down));
      time += seconds;
      if (rest !== null) return;
      first.push(power);
      // A door at the very begin is not the room.
      if (time >= SETTLES_S) rest = first.sort((a, b) => a - b)[first.length >> 1]!;
    },
    events: () => (running ? [...ended, told(running)] : [...ended]),
    background: () => (rest === null ? null : 10 * Math.log10(rest)),
    seconds: () => time,
  };
}
