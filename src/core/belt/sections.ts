/**
 * Belt cross-sections. Sizes are those of the public standards (ARPM IP-20 classical, IP-22 narrow, IP-23 light duty,
 * IP-26 ribbed; ISO 4184, ISO 9982). Mass and axial stiffness are nominal. The stiffness of A, B and C is 2048 times a
 * belt constant. That is 6, 9 and 16 lbf in the public force-deflection standards. The other rows are scaled to them.
 * `stated` marks the six sections with exact values in the drive file document. All other rows are nominal.
 */
export interface Section {
  readonly name: string;
  readonly family: 'light' | 'classical' | 'narrow' | 'ribbed' | 'double' | 'joined' | 'measured';
  /** Top width (of one rib, if ribbed), mm. */
  readonly topMm: number;
  /** Thickness, mm. */
  readonly depthMm: number;
  /** Depth of the pitch line below the top, mm. */
  readonly pitchLineMm: number;
  /** Mass of one belt or rib, kg/m. */
  readonly massKgPerM: number;
  /** Included angle of the flanks, degrees. */
  readonly angleDeg: number;
  /** Axial stiffness EA of one belt or rib, N. */
  readonly stiffnessN: number;
  /** Teeth moulded in the inside, so that it bends tighter. */
  readonly notched: boolean;
  /** May run with its back over an idler. */
  readonly bendsBack: boolean;
  /** Its back is a second V, which can drive a grooved pulley. */
  readonly drivesFromBack: boolean;
  /** Smallest pitch diameter that the standard advises, mm. */
  readonly minDiameterMm: number;
  /** Highest belt speed advised, m/s. */
  readonly maxSpeed: number;
  readonly stated: boolean;
  readonly source: string;
}

type Row = readonly [
  name: string,
  topMm: number,
  depthMm: number,
  pitchLineMm: number,
  massKgPerM: number,
  stiffnessN: number,
  minDiameterMm: number,
  source: string,
];

interface Kind {
  readonly family: Section['family'];
  readonly angleDeg?: number;
  readonly notched?: boolean;
  readonly bendsBack?: boolean;
  readonly drivesFromBack?: boolean;
  readonly stated?: boolean;
  readonly maxSpeed?: number;
}

const rows = (kind: Kind, ...list: Row[]): Section[] =>
  list.map(([name, topMm, depthMm, pitchLineMm, massKgPerM, stiffnessN, minDiameterMm, source]) => ({
    angleDeg: 40,
    notched: false,
    bendsBack: true,
    drivesFromBack: false,
    stated: false,
    maxSpeed: 30,
    ...kind,
    name,
    topMm,
    depthMm,
    pitchLineMm,
    massKgPerM,
    stiffnessN,
    minDiameterMm,
    source,
  }));

export const SECTIONS: readonly Section[] = [
  ...rows(
    { family: 'light', stated: true },
    ['3L', 9.5, 5.6, 2.1, 0.05, 25000, 38, 'ARPM IP-23'],
    ['4L', 12.7, 7.9, 3.3, 0.09, 45000, 63, 'ARPM IP-23'],
    ['5L', 16.7, 9.7, 4.1, 0.145, 65000, 90, 'ARPM IP-23'],
  ),
  ...rows({ family: 'light' }, ['2L', 6.35, 3.9, 1.5, 0.025, 12000, 20, 'ARPM IP-23']),
  ...rows(
    { family: 'classical', stated: true },
    ['A', 12.7, 7.9, 3.6, 0.105, 55000, 75, 'ARPM IP-20'],
    ['B', 16.7, 10.3, 4.85, 0.17, 82000, 125, 'ARPM IP-20'],
    ['C', 22.2, 13.5, 6.6, 0.3, 146000, 200, 'ARPM IP-20'],
  ),
  ...rows(
    { family: 'classical' },
    ['Z', 10, 6, 2.5, 0.06, 32000, 50, 'ISO 4184'],
    ['D', 31.8, 19, 8.1, 0.6, 273000, 315, 'ARPM IP-20'],
    ['E', 38.1, 23, 9.6, 0.9, 400000, 500, 'ISO 4184'],
  ),
  ...rows(
    { family: 'classical', notched: true },
    ['AX', 12.7, 7.9, 3.6, 0.1, 55000, 56, 'ARPM IP-20'],
    ['BX', 16.7, 10.3, 4.85, 0.16, 82000, 90, 'ARPM IP-20'],
    ['CX', 22.2, 13.5, 6.6, 0.28, 146000, 140, 'ARPM IP-20'],
  ),
  ...rows(
    { family: 'narrow', bendsBack: false, maxSpeed: 40 },
    ['3V', 9.7, 8, 1.6, 0.075, 36000, 67, 'ARPM IP-22'],
    ['5V', 15.9, 13.5, 2.6, 0.19, 109000, 180, 'ARPM IP-22'],
    ['SPZ', 9.7, 8, 2, 0.075, 36000, 63, 'ISO 4184'],
    ['SPA', 12.7, 10, 2.8, 0.12, 64000, 90, 'ISO 4184'],
    ['SPB', 16.3, 13, 3.5, 0.19, 109000, 140, 'ISO 4184'],
    ['SPC', 22, 18, 4.8, 0.37, 200000, 224, 'ISO 4184'],
    ['8V', 25.4, 23, 4.4, 0.5, 200000, 317, 'ARPM IP-22'],
  ),
  ...rows(
    { family: 'narrow', bendsBack: false, notched: true, maxSpeed: 40 },
    ['3VX', 9.7, 8, 1.6, 0.07, 36000, 56, 'ARPM IP-22'],
    ['5VX', 15.9, 13.5, 2.6, 0.18, 109000, 112, 'ARPM IP-22'],
    ['XPZ', 9.7, 8, 2, 0.07, 36000, 56, 'ISO 4184'],
    ['XPA', 12.7, 10, 2.8, 0.11, 64000, 71, 'ISO 4184'],
    ['XPB', 16.3, 13, 3.5, 0.18, 109000, 112, 'ISO 4184'],
  ),
  ...rows(
    { family: 'double', drivesFromBack: true },
    ['AA', 12.7, 10.2, 5.1, 0.15, 58000, 75, 'ARPM IP-21'],
    ['BB', 16.7, 13.5, 6.75, 0.25, 86000, 125, 'ARPM IP-21'],
    ['CC', 22.2, 17.5, 8.75, 0.42, 153000, 200, 'ARPM IP-21'],
  ),
  ...rows(
    { family: 'joined', bendsBack: false },
    ['HA', 12.7, 7.9, 3.6, 0.15, 55000, 90, 'ISO 5291'],
    ['HB', 16.7, 10.3, 4.85, 0.23, 82000, 145, 'ISO 5291'],
    ['HC', 22.2, 13.5, 6.6, 0.38, 146000, 230, 'ISO 5291'],
  ),
  ...rows(
    { family: 'ribbed', maxSpeed: 50 },
    ['PH', 1.6, 3, 1, 0.005, 2500, 13, 'ISO 9982'],
    ['PJ', 2.34, 3.8, 1.2, 0.009, 4000, 20, 'ISO 9982'],
    ['PK', 3.56, 4.6, 1.5, 0.02, 9000, 45, 'ISO 9982'],
    ['PL', 4.7, 7.6, 3, 0.035, 14000, 75, 'ISO 9982'],
  ),
  ...rows({ family: 'ribbed', drivesFromBack: true, maxSpeed: 50 }, ['DPK', 3.56, 6.8, 3.4, 0.028, 9500, 60, 'ISO 9982']),
];

const BY_NAME = new Map(SECTIONS.map((section) => [section.name, section]));

/** The section of that name, or undefined. */
export function findSection(name: string): Section | undefined {
  return BY_NAME.get(name);
}

/** The section of that name. @throws RangeError where the table has none: names from outside are checked when they are read. */
export function sectionNamed(name: string): Section {
  const section = BY_NAME.get(name);
  if (!section) throw new RangeError(`no belt section is called ${name}`);
  return section;
}

/**
 * Section of a belt from caliper readings. Mass scales with the cross-section of rubber (1.1 g/cm³). The pitch line is
 * at 0.42 of the depth, and the stiffness is 600 N per mm² of section. These are the mean ratios of the table, so
 * nominal.
 * @param topMm top width, mm
 * @param depthMm thickness, mm
 * @param angleDeg included angle of the flanks, degrees
 * @param pitchLineMm depth of the pitch line below the top, mm
 */
export function measuredSection(topMm: number, depthMm: number, angleDeg = 40, pitchLineMm = 0.42 * depthMm): Section {
  const bottomMm = Math.max(0, topMm - 2 * depthMm * Math.tan((angleDeg * Math.PI) / 360));
  const areaMm2 = ((topMm + bottomMm) / 2) * depthMm;
  return {
    name: 'measured',
    family: 'measured',
    topMm,
    depthMm,
    angleDeg,
    pitchLineMm,
    massKgPerM: areaMm2 * 1.1e-3,
    stiffnessN: 600 * areaMm2,
    notched: false,
    bendsBack: true,
    drivesFromBack: false,
    minDiameterMm: 7 * depthMm,
    maxSpeed: 30,
    stated: false,
    source: 'measured on the belt',
  };
}

/** Which line round the belt a length is taken along. */
export type LengthReference = 'pitch' | 'outside' | 'inside';

/**
 * Length along another line of the same belt: outside = pitch + 2π·pl, inside = pitch − 2π·(depth − pl). Exact for any loop that turns once.
 * @param value length in mm along `from`
 */
export function convertLength(value: number, from: LengthReference, to: LengthReference, section: Section): number {
  return value + 2 * Math.PI * (offsetMm(to, section) - offsetMm(from, section));
}

/** Distance of a reference line outside the pitch line, mm. */
function offsetMm(reference: LengthReference, section: Section): number {
  if (reference === 'outside') return section.pitchLineMm;
  return reference === 'inside' ? section.pitchLineMm - section.depthMm : 0;
}

/** Belt that must be spare to get it over a rim by hand, mm: twice the centre movement that the standards advise, or what light belts need. */
const MOUNTING_MM = { light: 12, a: 2 * 19, b: 2 * 25, c: 2 * 38 } as const;

/**
 * Slack for fitting a belt of a section by hand, mm of belt. It is about 12 for light-duty and ribbed belts. Classical
 * belts need 19, 25 and 38 mm of centre movement by size, which is twice as much belt. Narrow and measured belts use
 * the classical belt nearest in width. Nominal.
 */
export function mountingAllowanceMm(section: Section): number {
  if (section.family === 'light' || section.family === 'ribbed') return MOUNTING_MM.light;
  if (section.topMm < 14) return MOUNTING_MM.a;
  return section.topMm < 19 ? MOUNTING_MM.b : MOUNTING_MM.c;
}
