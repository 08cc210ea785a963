import { MEASURED_METHODS, type MeasuredMethod, type MeasuredReading } from './reading';

const isMethod = (name: string): name is MeasuredMethod => MEASURED_METHODS.some((m) => m === name);

/** A number above 0; NaN where it is none. */
const above0 = (text: string): number => {
  const value = Number(text);
  return text !== '' && Number.isFinite(value) && value > 0 ? value : Number.NaN;
};

/**
 * Reads a row of a reading. Columns: method, at (`from>to`, or the id of a spring), value (Hz, N or mm), deflection
 * (mm), belts, sd (of the value).
 * @returns the reading, or a sentence with the error
 */
export function readingOfRow(row: Readonly<Record<string, string | number | undefined>>): MeasuredReading | string {
  const cell = (name: string) => String(row[name] ?? '');
  const method = cell('method').toLowerCase();
  if (!isMethod(method)) return `method must be ${MEASURED_METHODS.join(', ')}, not “${cell('method')}”`;
  const value = above0(cell('value'));
  if (Number.isNaN(value)) return `value must be a number above 0, not “${cell('value')}”`;
  const sd = cell('sd') === '' ? undefined : above0(cell('sd'));
  if (Number.isNaN(sd)) return `sd must be a number above 0, not “${cell('sd')}”`;
  const belts = cell('belts') === '' ? undefined : above0(cell('belts'));
  if (belts !== undefined && !Number.isInteger(belts)) return `belts must be a whole number above 0, not “${cell('belts')}”`;
  if (cell('at') === '') return method === 'spring-length' ? 'at must name a spring' : 'at must name a span, from>to';
  if (method === 'spring-length') return { method, at: cell('at'), lengthMm: value, sd };
  const [from, to, ...more] = cell('at')
    .split('>')
    .map((s) => s.trim());
  if (!from || !to || more.length > 0) return `at must name a span, from>to, not “${cell('at')}”`;
  if (method === 'tap') return { method, at: [from, to], hz: value, sd };
  const deflectionMm = above0(cell('deflection'));
  if (Number.isNaN(deflectionMm)) return `deflection must be a number of mm above 0, not “${cell('deflection')}”`;
  return { method, at: [from, to], forceN: value, deflectionMm, belts, sd };
}
