/**
 * Quantities, the unit of the core, and the typed units. Factors are exact by definition: 1 in = 25.4 mm, 1 lbf =
 * 4.4482216152605 N (NIST SP 811), 1 kgf = 9.80665 N.
 */
export type Dimension = 'length' | 'force' | 'rate' | 'power' | 'rotation' | 'angle' | 'time' | 'speed' | 'money' | 'number';

export interface Unit {
  /** Short name, as it is printed. */
  readonly name: string;
  readonly dimension: Dimension;
  /** One of this unit in the core's unit of the dimension. */
  readonly factor: number;
  /** Other ways of writing it, lower case. */
  readonly aliases: readonly string[];
}

const LBF = 4.4482216152605;

const unit = (name: string, dimension: Dimension, factor: number, ...aliases: string[]): Unit => ({ name, dimension, factor, aliases });

/** Every unit understood. The first of each dimension is the core's own. Money and plain numbers have none. */
export const UNITS: readonly Unit[] = [
  unit('mm', 'length', 1, 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  unit('cm', 'length', 10, 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  unit('m', 'length', 1000, 'metre', 'metres', 'meter', 'meters'),
  unit('in', 'length', 25.4, '"', 'inch', 'inches', "''"),
  unit('ft', 'length', 304.8, "'", 'foot', 'feet'),
  unit('N', 'force', 1, 'n', 'newton', 'newtons'),
  unit('kN', 'force', 1000, 'kn'),
  unit('kgf', 'force', 9.80665, 'kg', 'kp'),
  unit('lb', 'force', LBF, 'lbs', 'lbf', 'pound', 'pounds', '#'),
  unit('oz', 'force', LBF / 16, 'ozf', 'ounce', 'ounces'),
  unit('N/mm', 'rate', 1, 'n/mm'),
  unit('N/m', 'rate', 0.001, 'n/m'),
  unit('lb/in', 'rate', LBF / 25.4, 'lbf/in', 'lb/inch', 'lbs/in'),
  unit('kW', 'power', 1, 'kw', 'kilowatt', 'kilowatts'),
  unit('W', 'power', 0.001, 'w', 'watt', 'watts'),
  unit('hp', 'power', 0.745699871582, 'horsepower'),
  unit('rpm', 'rotation', 1, 'r/min', '1/min'),
  unit('°', 'angle', 1, 'deg', 'degree', 'degrees'),
  unit('h', 'time', 1, 'hr', 'hrs', 'hour', 'hours'),
  unit('min', 'time', 1 / 60, 'mins', 'minute', 'minutes'),
  unit('s', 'time', 1 / 3600, 'sec', 'secs', 'second', 'seconds'),
  unit('m/s', 'speed', 1),
  unit('km/h', 'speed', 1 / 3.6, 'kmh', 'kph'),
  unit('mph', 'speed', 0.44704, 'mi/h'),
  unit('ft/min', 'speed', 0.00508, 'fpm'),
];

const BY_NAME = new Map<string, Unit>();
for (const u of UNITS) for (const name of [u.name, u.name.toLowerCase(), ...u.aliases]) if (!BY_NAME.has(name)) BY_NAME.set(name, u);

/** The unit written so, or undefined. Upper and lower case are the same to it. */
export function findUnit(text: string): Unit | undefined {
  return BY_NAME.get(text) ?? BY_NAME.get(text.toLowerCase());
}

/** The core's own unit of a dimension. `money` and `number` have none. */
export function coreUnit(dimension: Dimension): Unit | undefined {
  return UNITS.find((u) => u.dimension === dimension);
}

/** Unit of a name. @throws RangeError on an unknown name: an error of the programmer, not of the user */
export function unitNamed(name: string): Unit {
  const found = findUnit(name);
  if (!found) throw new RangeError(`no unit is called ${name}`);
  return found;
}
