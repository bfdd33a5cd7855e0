/** Random commands about what was measured. Tests only. */
import type { Command, SingleCommand } from '../../document/commands/commands';
import { anyId, fresh, type Makers } from '../makers';
import { measured, taught } from './measured';

type Kind = `${'put' | 'take'}-${'measurement' | 'calibration' | 'verdict'}` | 'learn' | 'use-learned' | 'restore-room';

export const measuredMakers: Makers<Kind & SingleCommand['type']> = {
  'put-measurement': (r, p) =>
    r.whole(0, 2) === 0 && p.measured.list.length > 0
      ? {
          type: 'put-measurement',
          measurement: { ...r.pick(p.measured.list), title: `Again ${r.whole(1, 9)}` },
          room: null,
        }
      : (measured(p, fresh(r, 'm'), { title: `Take ${r.whole(1, 9)}` }) as Extract<
          Command,
          { type: 'put-measurement' }
        >),
  'put-calibration': (r, p) => ({
    type: 'put-calibration',
    calibration: {
      id: `microphone-${r.whole(1, 3)}`,
      name: `Microphone ${p.measured.list.length}`,
      f: [20, 20000],
      db: [1, -1],
    },
  }),
  'take-calibration': (r, p) => ({ type: 'take-calibration', id: anyId(r, p.measured.calibrations, 'none') }),
  'put-verdict': (r, p) => ({
    type: 'put-verdict',
    verdict: {
      id: `verdict-${r.whole(1, 3)}`,
      at: '2026-11-01T08:00:00Z',
      measurement: anyId(r, p.measured.list, 'none'),
      finding: { kind: 'peak', f: r.whole(30, 90), delay: null, sizeDb: 7 },
      cause: 'A mode',
      says: r.pick(['agreed', 'refuted', 'open']),
      note: '',
    },
  }),
  'take-verdict': (r, p) => ({ type: 'take-verdict', id: anyId(r, p.measured.verdicts, 'none') }),
  learn: (r, p) => ({
    type: 'learn',
    learned:
      r.whole(0, 3) === 0 ? null : taught(p, r.pick([0.8, 1.2, 1.35]), Object.keys(p.measured.rooms)[0] ?? 'none'),
  }),
  'use-learned': (r) => ({ type: 'use-learned', inUse: r.whole(0, 1) === 1 }),
  'take-measurement': (r, p) => ({ type: 'take-measurement', id: anyId(r, p.measured.list, 'none') }),
  'restore-room': (r, p) => ({ type: 'restore-room', key: r.pick([...Object.keys(p.measured.rooms), 'none']) }),
};
