import { compileDrive, seededRandom } from '../src/core/drive';
import { solveSurvey, validateSurvey } from '../src/core/survey';
import { sheetOf, variedDrive, type Sheet } from '../src/lab/survey-sheets';

/**
 * Measures random drives with a 2 mm tape and a 0.3 mm caliper, seeded. Prints how often the belt length is within its
 * stated two deviations. Prints how often one error of 25 mm among at least five spare measurements is named. Exits
 * with 1 if either is too rare.
 */
const TRIALS = 1000;
const SLIP_MM = 25;
const solved = (sheet: Sheet) => {
  const read = validateSurvey(sheet);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return solveSurvey(read.survey);
};
const share = (n: number, of: number) => `${((100 * n) / of).toFixed(1)}%`;
let short = false;
const expect = (what: string, n: number, of: number, least: number, most = 1) => {
  const met = n >= least * of && n <= most * of;
  short ||= !met;
  console.log(
    `${met ? 'met  ' : 'short'}  ${what}: ${share(n, of)} of ${of}; wanted ${least * 100}%${most < 1 ? ` to ${most * 100}%` : ' or more'}`,
  );
};

for (const [name, spare] of [
  ['orchard-rider', 0],
  ['peat-road-tractor', 1],
  ['lighthouse-generator', 1],
  ['airstrip-mower', 5],
] as const) {
  const random = seededRandom(20);
  let covered = 0;
  let answered = 0;
  for (let k = 0; k < TRIALS; k++) {
    const drive = variedDrive(name, random);
    const made = compileDrive(drive);
    const answer = solved(sheetOf(drive, spare, random));
    const [belt] = answer.belts;
    if (!made.ok || !belt || belt.pitchLength === null || belt.sd === null) continue;
    answered++;
    if (Math.abs(belt.pitchLength - made.compiled.belts[0]!.drawnLength) <= 2 * belt.sd) covered++;
  }
  console.log(`\n${name}, varied, ${spare} spare measures: ${answered} of ${TRIALS} sheets fix the belt`);
  expect('its length is within ±2 sd', covered, answered, 0.9, 0.98);
}

for (const [name, spare] of [
  ['airstrip-mower', 5],
  ['airstrip-mower', 8],
] as const) {
  const random = seededRandom(21);
  let [first, two, conflicts, spares] = [0, 0, 0, Infinity];
  for (let k = 0; k < TRIALS; k++) {
    const sheet = sheetOf(variedDrive(name, random), spare, random);
    const bad = Math.floor(random() * sheet.measures.length);
    sheet.measures[bad]!['value'] = (sheet.measures[bad]!['value'] as number) + SLIP_MM * (random() < 0.5 ? -1 : 1);
    const { status, suspects } = solved(sheet);
    spares = Math.min(spares, sheet.measures.length - (2 * (sheet.drive['pulleys'] as unknown[]).length - 3));
    if (status === 'conflict') conflicts++;
    if (suspects[0] === `m${bad}`) first++;
    if (suspects.slice(0, 2).includes(`m${bad}`)) two++;
  }
  console.log(`\n${name}, varied, ${spares} spare measures, one off by ${SLIP_MM} mm: ${share(conflicts, TRIALS)} called a conflict`);
  expect('named first', first, TRIALS, 0.75);
  expect('among the first two', two, TRIALS, 0.9);
}
process.exitCode = short ? 1 : 0;
