import type { Verdict } from '../../document/schema/project';
import { measurementOf } from '../../testing/heard/measured';
import { plainBox } from '../../testing/rooms';
import { againSentence, verdictSentence } from '../../words/listen/causes';
import { lookedAtAgain, verdictOf } from './again';
import type { Finding } from './types';

const finding = (kind: Finding['kind'], f: number | null, sizeDb: number, delay: number | null = null): Finding => ({
  ...{ kind, f, delay, sizeDb, fError: 0, range: null, decay: null, sure: 1 },
});
const verdict = (values: Partial<Verdict> = {}): Verdict => ({
  ...{
    id: 'v',
    at: '2026-11-20T19:00:00Z',
    measurement: 'bare',
    says: 'agreed',
    note: '',
    cause: 'a thing that rings along',
  },
  finding: { kind: 'ring', f: 412, delay: null, sizeDb: -10 },
  ...values,
});
const taken = (id: string, at: string, values = {}) => measurementOf(plainBox(), id, { at, ...values });
const bare = taken('bare', '2026-11-20T18:00:00Z');
const later = taken('later', '2026-11-25T18:00:00Z');
const list = [bare, later];

describe('what was decided before, looked at again', () => {
  test('what is found no more is gone; what is found is told by how much it became', () => {
    const at = (findings: Finding[]) => lookedAtAgain([verdict()], list, later, findings).map((a) => a.now);
    expect(at([])).toEqual(['gone']);
    // Another kind at that frequency, and a ring elsewhere, are something else.
    expect(at([finding('peak', 412, 9), finding('ring', 450, -10)])).toEqual(['gone']);
    // A ring is told below the strongest: −20 is less than −10, −4 is more.
    expect(at([finding('ring', 415, -20)])).toEqual(['less']);
    expect(at([finding('ring', 415, -11)])).toEqual(['same']);
    expect(at([finding('ring', 415, -4)])).toEqual(['more']);
  });

  test('a dip that is deeper is more of one, an arrival further down is less', () => {
    const dip = verdict({ finding: { kind: 'dip', f: 91, delay: null, sizeDb: -12 } });
    expect(lookedAtAgain([dip], list, later, [finding('dip', 91.5, -20)])[0]!.now).toBe('more');
    const arrival = verdict({ finding: { kind: 'arrival', f: null, delay: 0.0042, sizeDb: -6 } });
    const found = [finding('arrival', null, -12, 0.0043)];
    expect(lookedAtAgain([arrival], list, later, found)[0]).toMatchObject({ now: 'less', sizeDb: -12 });
  });

  test('only of earlier measurements, from the same loudspeakers at the same place', () => {
    const right = taken('right', '2026-11-25T18:00:00Z', { loudspeakers: ['R'] });
    const beside = taken('beside', '2026-11-25T18:00:00Z', { place: { name: 'Seat', at: { x: 1, y: 1, z: 1.2 } } });
    for (const now of [right, beside, bare])
      expect(lookedAtAgain([verdict()], [...list, right, beside], now, [])).toEqual([]);
  });

  test('one thing decided twice is told of once, as it was decided last', () => {
    const middle = taken('middle', '2026-11-22T18:00:00Z');
    const again = verdict({ id: 'w', measurement: 'middle', says: 'refuted', note: 'it was the heater' });
    const told = lookedAtAgain([verdict(), again], [bare, middle, later], later, []);
    expect(told.map((a) => a.verdict.id)).toEqual(['w']);
    expect(againSentence(told[0]!)).toBe(
      'The ring at 412 Hz of “middle” (10 dB): it is gone here. A thing that rings along: refuted (it was the heater).',
    );
  });

  test('the verdict of a finding is that of its own measurement', () => {
    expect(verdictOf([verdict()], 'bare', finding('ring', 411, -10))?.id).toBe('v');
    expect(verdictOf([verdict()], 'later', finding('ring', 411, -10))).toBeNull();
    expect(verdictOf([verdict()], 'bare', finding('arrival', null, -10, 0.004))).toBeNull();
    expect(verdictSentence(verdict({ says: 'open' }))).toBe('A thing that rings along: left open');
  });
});
