import { unitNamed, type Dimension } from './units';

/** The units one person reads everything in. */
export interface UnitSetting {
  readonly system: 'metric' | 'inch';
  /** Inch fractions are rounded to this part of an inch. */
  readonly inchDenominator: 16 | 32;
}

const METRIC: Readonly<Record<Dimension, [string, number]>> = {
  length: ['mm', 1],
  force: ['N', 0],
  rate: ['N/mm', 2],
  power: ['kW', 2],
  rotation: ['rpm', 0],
  angle: ['°', 1],
  time: ['h', 1],
  speed: ['m/s', 1],
  money: ['', 2],
  number: ['', 2],
};
const INCH: Readonly<Record<Dimension, [string, number]>> = {
  ...METRIC,
  length: ['in', 3],
  force: ['lb', 1],
  rate: ['lb/in', 1],
  power: ['hp', 1],
  speed: ['ft/min', 0],
};

/** The unit in which a person reads and types a dimension; '' for a plain number. */
export function preferredUnit(dimension: Dimension, setting: UnitSetting): string {
  return (setting.system === 'metric' ? METRIC : INCH)[dimension][0];
}

/**
 * A length in inches as a whole number and a reduced fraction: 1305 mm at sixteenths is `51 3/8`. Rounds half up, away from zero.
 * @param mm length in millimetres
 * @param denominator 16 or 32
 */
export function inchFraction(mm: number, denominator: 16 | 32): string {
  const parts = Math.round((Math.abs(mm) / 25.4) * denominator);
  const sign = mm < 0 && parts > 0 ? '-' : '';
  const whole = Math.floor(parts / denominator);
  let top = parts % denominator;
  let bottom: number = denominator;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return `${sign}${whole}`;
  return whole === 0 ? `${sign}${top}/${bottom}` : `${sign}${whole} ${top}/${bottom}`;
}

/**
 * A value in the core's unit, printed with its unit as the person reads it: `51 3/8 in`, `1305 mm`, `34.3 lb`. A value that is not finite
 * prints as a dash.
 * @param digits decimals, where the default of the dimension does not serve; no effect on inch fractions
 */
export function formatQuantity(value: number, dimension: Dimension, setting: UnitSetting, digits?: number): string {
  if (!Number.isFinite(value)) return '–';
  if (dimension === 'length' && setting.system === 'inch') return `${inchFraction(value, setting.inchDenominator)} in`;
  const [name, usual] = (setting.system === 'metric' ? METRIC : INCH)[dimension];
  const number = fixed(name === '' ? value : value / unitNamed(name).factor, digits ?? usual);
  if (name === '') return number;
  return name === '°' ? `${number}°` : `${number} ${name}`;
}

/** A value in a named unit, for showing how a typed measure was read. Inches print as decimals here. */
export function formatInUnit(value: number, unitName: string, digits = 3): string {
  const number = Number((value / unitNamed(unitName).factor).toFixed(digits));
  return unitName === '°' ? `${number}°` : `${number} ${unitName}`;
}

/**
 * The same value in the unit of the other system, as a check of a typed measurement. Null if both systems share the
 * unit.
 */
export function otherReading(value: number, dimension: Dimension, typedUnit: string | null): string | null {
  const [metric] = METRIC[dimension];
  const [inch] = INCH[dimension];
  if (metric === inch) return null;
  const typedIsMetric =
    typedUnit === null || ['mm', 'cm', 'm', 'N', 'kN', 'kgf', 'N/mm', 'N/m', 'kW', 'W', 'm/s', 'km/h'].includes(typedUnit);
  return formatInUnit(value, typedIsMetric ? inch : metric, typedIsMetric ? 3 : 2);
}

function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  return Number(text) === 0 ? (0).toFixed(digits) : text;
}
