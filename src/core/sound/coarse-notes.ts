import { hearProbability, partialEvidence, partialHz, type FitRange } from './string-fit';
import { NOTES, type SoundStrike } from './strike';

const LOWEST_HZ = 11;
const TOP_HZ = 260;
/** Step from note to note, as a share. */
const GRID = 0.008;
const COARSE_PARTIALS = 10;
/** Share of the strongest note that counts as unexplained by any string. */
const UNEXPLAINED = 0.01;
/** Number of candidate frequencies: over all strikes, and added from each strike. */
const CANDIDATES = 8;
const MORE_EACH = 1;
/** Ratios of strings that share partials with a likely one. They are always compared. */
const RELATED = [2, 0.5, 3, 1 / 3, 1.5, 2 / 3];
const RELATED_OF = 1;
/** The loudest notes are also taken for the first, second and third partial of a string. */
const LOUDEST = 2;
const LOUDEST_AS = [1, 2, 3];

/** Candidate frequencies: those with partials that are jointly above the noise, over all strikes and in each. */
export function coarseNotes(strikes: readonly SoundStrike[], { lowestHz, highestHz }: FitRange): number[] {
  const steps = Math.ceil(Math.log(TOP_HZ / LOWEST_HZ) / GRID);
  const grid = Float64Array.from({ length: steps + 1 }, (_, i) => LOWEST_HZ * Math.exp(i * GRID));
  const each = strikes.map((strike) => {
    const noise = unexplained(strike);
    return grid.map((hz) => {
      let score = 0;
      for (let n = 1; n <= COARSE_PARTIALS; n++) {
        const f = partialHz({ hz, stiffness: 4e-4 }, n);
        if (f > highestHz) break;
        if (f < lowestHz) continue;
        // Half-way to its neighbours a partial of this string is weaker; the skirt of another one is not.
        const between = Math.max(at(strike, f - hz / 2), at(strike, f + hz / 2));
        score += partialEvidence(Math.max(0, about(strike, f) - between) / noise, hearProbability(n, f));
      }
      return score;
    });
  });
  const sum = grid.map((_, i) => each.reduce((a, s) => a + Math.max(0, s[i]!), 0));
  const peaks = (scores: Float64Array, most: number) =>
    peaksOf(scores)
      .slice(0, most)
      .map((i) => grid[i]!);
  const likely = [...peaks(sum, CANDIDATES), ...each.flatMap((scores) => peaks(scores, MORE_EACH))];
  const loudest = peaksOf(NOTE_GRID.map((_, k) => strikes.reduce((a, { notes }) => a + notes[k]!, 0)))
    .slice(0, LOUDEST)
    .flatMap((k) => LOUDEST_AS.map((n) => NOTE_GRID[k]! / n));
  const related = likely.slice(0, RELATED_OF).flatMap((hz) => RELATED.map((r) => r * hz));
  return [...likely, ...loudest, ...related]
    .filter((hz) => hz >= LOWEST_HZ && hz <= TOP_HZ)
    .reduce<number[]>((a, hz) => (a.some((other) => Math.abs(Math.log(other / hz)) < 0.025) ? a : [...a, hz]), []);
}

const NOTE_GRID = Float64Array.from(
  { length: Math.ceil(Math.log(NOTES.toHz / NOTES.fromHz) / NOTES.step) },
  (_, k) => NOTES.fromHz * Math.exp(k * NOTES.step),
);

/** Places of tops above 0, highest first. */
const peaksOf = (scores: Float64Array): number[] =>
  [...scores.keys()]
    .filter((i) => scores[i]! > 0 && scores[i]! >= (scores[i - 1] ?? -Infinity) && scores[i]! > (scores[i + 1] ?? -Infinity))
    .sort((a, b) => scores[b]! - scores[a]!);

/** Energy at a note. */
const at = ({ notes }: SoundStrike, hz: number): number => notes[Math.round(Math.log(hz / NOTES.fromHz) / NOTES.step)] ?? 0;

/** Greatest energy within a step of a note. */
function about({ notes }: SoundStrike, hz: number): number {
  const k = Math.round(Math.log(hz / NOTES.fromHz) / NOTES.step);
  return Math.max(notes[k - 1] ?? 0, notes[k] ?? 0, notes[k + 1] ?? 0);
}

/** Sound that no string explains: the finger, the room, other planes of vibration. It is a small share of the whole. */
function unexplained({ notes }: SoundStrike): number {
  let most = 0;
  for (const b of notes) most = Math.max(most, b);
  return 1 + UNEXPLAINED * most;
}
