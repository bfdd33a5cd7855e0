import { listeningRoomMask, listeningRoomTime, schoolLimits, SCHOOLS, timeForDrop, withinLimits } from './decayTargets';

test('by volume: a quarter second at 100 m³, the cube root elsewhere', () => {
  expect(listeningRoomTime(100)).toBe(0.25);
  expect(listeningRoomTime(12.5)).toBeCloseTo(0.125, 12);
  expect(() => listeningRoomTime(-3)).toThrow(/volume/);
});

test('the mask: corners, the straight line in log f between them, and nothing outside', () => {
  expect(listeningRoomMask(63)).toEqual({ lower: -0.05, upper: 0.3 });
  expect(listeningRoomMask(200)).toEqual({ lower: -0.05, upper: 0.05 });
  expect(listeningRoomMask(Math.sqrt(63 * 200))!.upper).toBeCloseTo(0.175, 9);
  expect(listeningRoomMask(4000)).toEqual({ lower: -0.05, upper: 0.05 });
  expect(listeningRoomMask(8000)).toEqual({ lower: -0.1, upper: 0.1 });
  expect(listeningRoomMask(31.5)).toBeNull();
  expect(listeningRoomMask(16000)).toBeNull();
});

test('20 dB within 150 ms is 0.45 s and is not asked at 63 Hz', () => {
  expect(timeForDrop(20, 0.15)).toBeCloseTo(0.45, 12);
  expect(schoolLimits('drop-20-in-150', 60, 63)).toBeNull();
  expect(schoolLimits('drop-20-in-150', 60, 125)).toEqual({ lower: 0, upper: timeForDrop(20, 0.15) });
});

test('every school gives ordered limits wherever it judges', () => {
  for (const school of SCHOOLS) {
    for (const f of [63, 125, 250, 500, 1000, 2000, 4000, 8000]) {
      const limits = schoolLimits(school, 56, f);
      if (limits?.upper != null) expect(limits.upper).toBeGreaterThan(limits.lower);
    }
  }
});

test('edges belong to the target, an endless decay never does', () => {
  expect(withinLimits(0.3, { lower: 0.2, upper: 0.3 })).toBe(true);
  expect(withinLimits(0.2, { lower: 0.2, upper: 0.3 })).toBe(true);
  expect(withinLimits(0.3001, { lower: 0.2, upper: 0.3 })).toBe(false);
  expect(withinLimits(9, { lower: 0.2, upper: null })).toBe(true);
  expect(withinLimits(null, { lower: 0, upper: null })).toBe(false);
});

test('by volume the mid-band time stays between 0.2 and 0.4 s; the formula alone does not', () => {
  const mid = (school: 'by-volume' | 'by-volume-unbounded', volume: number) => {
    const { lower, upper } = schoolLimits(school, volume, 1000)!;
    return (lower + upper!) / 2;
  };
  expect(mid('by-volume', 20)).toBeCloseTo(0.2, 9);
  expect(mid('by-volume-unbounded', 20)).toBeCloseTo(0.25 * Math.cbrt(0.2), 9);
  expect(mid('by-volume', 100)).toBeCloseTo(0.25, 9);
  expect(mid('by-volume', 1000)).toBeCloseTo(0.4, 9);
});
