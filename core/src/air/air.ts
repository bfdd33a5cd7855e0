/**
 * Air of a room: speed of sound, density and attenuation from temperature, humidity and pressure.
 *
 * Sources: ISO 9613-1:1993 eqs 3–6 and annex B (attenuation, saturation pressure); O. Cramer, J. Acoust. Soc. Am. 93
 * (1993) 2510, eq. 15 and table III (humid-air speed, 0–30 °C, 75–102 kPa, 0–1 % CO₂; stated there ± 300 ppm); moist
 * ideal gas for density.
 */
import { mustBeBetween } from '../quantities/guard';

/** What sound needs of air: density, kg/m³; speed of sound, m/s; dynamic viscosity, Pa·s, where it is not that of 20 °C. */
export interface Air {
  rho: number;
  c: number;
  eta?: number | undefined;
}

/** Climate of a room. Units: °C, percent, Pa. */
export interface Climate {
  temperatureC: number;
  humidityPercent: number;
  pressurePa: number;
}

export const DEFAULT_CLIMATE: Climate = { temperatureC: 20, humidityPercent: 50, pressurePa: 101325 };

const KELVIN = 273.15;
const REFERENCE_KELVIN = 293.15;
const TRIPLE_POINT_KELVIN = 273.16; // as printed in ISO 9613-1
const REFERENCE_PRESSURE = 101325; // Pa
const CO2_MOLE_FRACTION = 400e-6; // outdoor air of the 2010s
const GAS_DRY = 287.05; // J/(kg K)
const GAS_VAPOUR = 461.495; // J/(kg K)

function checkClimate(where: string, { temperatureC, humidityPercent, pressurePa }: Climate): void {
  mustBeBetween(where, 'temperatureC', temperatureC, -50, 60);
  mustBeBetween(where, 'humidityPercent', humidityPercent, 0, 100);
  mustBeBetween(where, 'pressurePa', pressurePa, 20000, 200000);
}

/** Speed of sound in m/s by c = 331.3 √(1 + T/273.15): dry air, the rule most textbooks print. */
export function speedSimple(temperatureC: number): number {
  mustBeBetween('speedSimple', 'temperatureC', temperatureC, -50, 60);
  return 331.3 * Math.sqrt(1 + temperatureC / KELVIN);
}

/** Speed of sound in m/s by c = 343.2 √(T/293.15 K), the form of ISO 9613-1. */
export function speedIso(temperatureC: number): number {
  mustBeBetween('speedIso', 'temperatureC', temperatureC, -50, 60);
  return 343.2 * Math.sqrt((temperatureC + KELVIN) / REFERENCE_KELVIN);
}

/** Mole fraction of water vapour by Cramer's own saturation pressure and enhancement factor. */
function vapourMoleFraction({ temperatureC: t, humidityPercent, pressurePa: p }: Climate): number {
  const T = t + KELVIN;
  const saturation = Math.exp(1.2811805e-5 * T * T - 1.9509874e-2 * T + 34.04926034 - 6.3536311e3 / T);
  const enhancement = 1.00062 + 3.14e-8 * p + 5.6e-7 * t * t;
  return ((humidityPercent / 100) * enhancement * saturation) / p;
}

/** Speed of sound in humid air, m/s (Cramer 1993 eq. 15, 400 ppm CO₂). Valid 0–30 °C, 75–102 kPa. */
export function speedHumid(climate: Climate): number {
  checkClimate('speedHumid', climate);
  const { temperatureC: t, pressurePa: p } = climate;
  const xw = vapourMoleFraction(climate);
  const xc = CO2_MOLE_FRACTION;
  return (
    331.5024 +
    0.603055 * t -
    0.000528 * t * t +
    (51.471935 + 0.1495874 * t - 0.000782 * t * t) * xw +
    (-1.82e-7 + 3.73e-8 * t - 2.93e-10 * t * t) * p +
    (-85.20931 - 0.228525 * t + 5.91e-5 * t * t) * xc -
    2.835149 * xw * xw -
    2.15e-13 * p * p +
    29.179762 * xc * xc +
    0.000486 * xw * p * xc
  );
}

/** Whether the climate lies where Cramer's fit is stated to hold. */
export function speedHumidIsValid({ temperatureC, pressurePa }: Climate): boolean {
  return temperatureC >= 0 && temperatureC <= 30 && pressurePa >= 75000 && pressurePa <= 102000;
}

/** Density of moist air in kg/m³ as a mixture of ideal gases. Within 0.1 % for room conditions. */
export function airDensity(climate: Climate): number {
  checkClimate('airDensity', climate);
  const T = climate.temperatureC + KELVIN;
  const vapour = vapourMoleFraction(climate) * climate.pressurePa;
  return (climate.pressurePa - vapour) / (GAS_DRY * T) + vapour / (GAS_VAPOUR * T);
}

/**
 * Atmospheric attenuation of a pure tone in dB per metre (ISO 9613-1 eqs 3–6).
 * `frequency` in Hz; use exact midbands, not nominal labels (1.3 % apart at 8 kHz). Accuracy stated there: ± 10 %.
 */
export function attenuationDbPerMetre(climate: Climate, frequency: number): number {
  checkClimate('attenuationDbPerMetre', climate);
  mustBeBetween('attenuationDbPerMetre', 'frequency', frequency, 0, 1e6);
  const T = climate.temperatureC + KELVIN;
  const pressure = climate.pressurePa / REFERENCE_PRESSURE;
  const theta = T / REFERENCE_KELVIN;
  const saturation = 10 ** (-6.8346 * (TRIPLE_POINT_KELVIN / T) ** 1.261 + 4.6151);
  const h = (climate.humidityPercent * saturation) / pressure;
  const oxygen = pressure * (24 + (4.04e4 * h * (0.02 + h)) / (0.391 + h));
  const nitrogen = pressure * theta ** -0.5 * (9 + 280 * h * Math.exp(-4.17 * (theta ** (-1 / 3) - 1)));
  const f2 = frequency * frequency;
  return (
    8.686 *
    f2 *
    ((1.84e-11 / pressure) * Math.sqrt(theta) +
      theta ** -2.5 *
        ((0.01275 * Math.exp(-2239.1 / T)) / (oxygen + f2 / oxygen) +
          (0.1068 * Math.exp(-3352 / T)) / (nitrogen + f2 / nitrogen)))
  );
}

/** Energy attenuation m in 1/m for the 4mV term of decay formulas: m = α/(10 lg e). */
export function energyAttenuation(climate: Climate, frequency: number): number {
  return attenuationDbPerMetre(climate, frequency) / (10 * Math.LOG10E);
}
