export { UNITS, findUnit, unitNamed, coreUnit } from './units';
export type { Dimension, Unit } from './units';
export { parseQuantity } from './parse';
export type { ParsedQuantity, ParseOptions, ParseResult } from './parse';
export { formatQuantity, formatInUnit, inchFraction, otherReading, preferredUnit } from './format';
export type { UnitSetting } from './format';
export { CURRENCIES, formatMoney, USUAL_CURRENCY, withoutCurrency } from './money';
export { METER_UNITS, meterIn, meterText, parseMeter } from './meter';
export type { MeterResult, MeterUnit } from './meter';
