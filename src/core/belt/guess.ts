import { decodeDesignation, standardSizes } from './designation';
import { SECTIONS, type Section } from './sections';

/** Measurements of a belt without a readable number. Millimetres, degrees. */
export interface BeltMeasured {
  readonly topMm?: number | undefined;
  readonly depthMm?: number | undefined;
  readonly angleDeg?: number | undefined;
  /** Ribs, of a ribbed belt; then `topMm` is the whole width. */
  readonly ribs?: number | undefined;
  readonly notched?: boolean | undefined;
  /** Length along the outside, and how closely it is known. */
  readonly outsideMm?: number | undefined;
  readonly outsideSd?: number | undefined;
  /** Section of the drive. It and its notched form have a higher prior. */
  readonly expected?: string | undefined;
}

export interface BeltGuess {
  readonly section: string;
  readonly designation: string | null;
  /** Outside length when new, mm; null where no length was measured. */
  readonly outsideMm: number | null;
  /** Probability, 0…1. */
  readonly odds: number;
  /** Wear of the top width, mm, if it is this belt. Null if the width was not measured. */
  readonly narrowedMm: number | null;
  /** Stretch, as a share of the length. */
  readonly stretched: number | null;
}

/** Deviations of a caliper on rubber, and how much further wear carries the same figure. */
const WIDTH = { over: 0.35, under: 0.9 };
const DEPTH = { over: 0.4, under: 0.8 };
const ANGLE_SD = 3;
/** A wrapped tape on a used belt, mm, and how far belts of all ages have stretched. */
const WRAP_SD_MM = 4;
const STRETCH_SD = 0.006;
/** Prior ratio between a belt of the section of the drive and any other belt. */
const EXPECTED_ODDS = 10;
/** Guesses less likely than this are not worth a line. */
const LEAST_ODDS = 0.01;

const twoPiece = (off: number, over: number, under: number) => -0.5 * (off / (off > 0 ? over : under)) ** 2;

/**
 * Probable sections and standard sizes of a measured belt by Bayes' rule. All standard sizes of a section have the same
 * prior. A worn belt is narrower and longer, so errors in that direction weigh less. Best first. Empty without
 * measurements.
 */
export function guessBelt(measured: BeltMeasured): BeltGuess[] {
  const { topMm, depthMm, angleDeg, ribs, notched, outsideMm, expected } = measured;
  if (topMm === undefined && depthMm === undefined && outsideMm === undefined) return [];
  const found: (BeltGuess & { score: number })[] = [];
  for (const section of SECTIONS) {
    if ((section.family === 'ribbed') !== (ribs !== undefined && ribs > 1)) continue;
    if (notched !== undefined && section.notched !== notched) continue;
    const top = section.topMm * (section.family === 'ribbed' ? ribs! : 1);
    let score = expected !== undefined && (section.name === expected || section.name === `${expected}X`) ? Math.log(EXPECTED_ODDS) : 0;
    if (topMm !== undefined) score += twoPiece(topMm - top, WIDTH.over, WIDTH.under);
    if (depthMm !== undefined) score += twoPiece(depthMm - section.depthMm, DEPTH.over, DEPTH.under);
    if (angleDeg !== undefined) score += -0.5 * ((angleDeg - section.angleDeg) / ANGLE_SD) ** 2;
    if (score < -30) continue;
    const narrowedMm = topMm === undefined ? null : top - topMm;
    if (outsideMm === undefined) {
      found.push({ section: section.name, designation: null, outsideMm: null, odds: 0, narrowedMm, stretched: null, score });
      continue;
    }
    for (const size of sizesNear(section, outsideMm, ribs ?? 1)) {
      const off = outsideMm - size.outsideMm;
      const sd = measured.outsideSd ?? WRAP_SD_MM;
      const fits = twoPiece(off, Math.hypot(sd, STRETCH_SD * size.outsideMm), sd);
      found.push({
        section: section.name,
        designation: size.designation,
        outsideMm: size.outsideMm,
        odds: 0,
        narrowedMm,
        stretched: off / size.outsideMm,
        score: score + fits,
      });
    }
  }
  const most = Math.max(...found.map((f) => f.score));
  const all = found.reduce((sum, f) => sum + Math.exp(f.score - most), 0);
  return found
    .map(({ score, ...guess }) => ({ ...guess, odds: Math.exp(score - most) / all }))
    .filter((g) => g.odds >= LEAST_ODDS)
    .sort((a, b) => b.odds - a.odds);
}

function sizesNear(section: Section, outsideMm: number, count: number): { designation: string; outsideMm: number }[] {
  return standardSizes(section, outsideMm * 0.97 - 15, outsideMm + 20, count).filter((s) => decodeDesignation(s.designation).ok);
}
