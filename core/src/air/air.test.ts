import {
  airDensity,
  attenuationDbPerMetre,
  DEFAULT_CLIMATE,
  energyAttenuation,
  speedHumid,
  speedHumidIsValid,
  speedIso,
  speedSimple,
} from './air';

test('the three speeds at 20 °C and half humidity', () => {
  expect(speedSimple(20)).toBeCloseTo(343.2146, 4);
  expect(speedIso(20)).toBe(343.2);
  expect(speedHumid(DEFAULT_CLIMATE)).toBeCloseTo(343.987, 2); // Cramer's fit: stated to 300 ppm, 0.1 m/s
});

test('moisture makes air lighter and sound faster', () => {
  const dry = { ...DEFAULT_CLIMATE, humidityPercent: 0 };
  const wet = { ...DEFAULT_CLIMATE, humidityPercent: 100 };
  expect(speedHumid(wet)).toBeGreaterThan(speedHumid(dry));
  expect(airDensity(wet)).toBeLessThan(airDensity(dry));
  expect(airDensity(dry)).toBeCloseTo(101325 / (287.05 * 293.15), 3);
});

test('attenuation rises with frequency, and the energy form is 10 lg e times smaller', () => {
  const levels = [63, 250, 1000, 4000, 8000].map((f) => attenuationDbPerMetre(DEFAULT_CLIMATE, f));
  levels.slice(1).forEach((a, i) => expect(a).toBeGreaterThan(levels[i]!));
  expect(energyAttenuation(DEFAULT_CLIMATE, 1000) * 10 * Math.LOG10E).toBeCloseTo(levels[2]!, 12);
  expect(attenuationDbPerMetre(DEFAULT_CLIMATE, 0)).toBe(0);
});

test('the fitted range is told, and nonsense is a wrong call with its value', () => {
  expect(speedHumidIsValid(DEFAULT_CLIMATE)).toBe(true);
  expect(speedHumidIsValid({ ...DEFAULT_CLIMATE, temperatureC: 35 })).toBe(false);
  expect(() => speedHumid({ ...DEFAULT_CLIMATE, humidityPercent: 130 })).toThrow(
    /humidityPercent must lie between 0 and 100, got 130/,
  );
  expect(() => attenuationDbPerMetre(DEFAULT_CLIMATE, Number.NaN)).toThrow(RangeError);
});
