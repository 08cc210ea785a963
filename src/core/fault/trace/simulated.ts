import { causesOfKind } from './infer';
import type { Vocabulary } from './vocabulary';

/** A machine as it comes in: what is wrong with it, and what the customer says. */
export interface SimulatedJob {
  readonly kind: string;
  readonly faults: readonly string[];
  readonly complaint: readonly string[];
}

/** Of so many customers one names two complaints. */
const NAMES_TWO = 0.3;

/**
 * Draws machines until one has what is complained of: the customer comes with one complaint or two, and nothing follows from what is not said. Simulated: no
 * machine.
 * @param of its kind of drive; any where it is left out
 */
export function drawJob(world: Vocabulary, random: () => number, of?: string): SimulatedJob {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const kind = of ?? pick(world.kinds).id;
  const known = world.complaints.filter((c) => c.kinds.includes(kind)).map((c) => c.id);
  const complaint = [...new Set(random() < NAMES_TWO ? [pick(known), pick(known)] : [pick(known)])];
  const causes = causesOfKind(world, kind).map((id) => ({ id, prior: world.causes.find((c) => c.id === id)!.kinds[kind]! }));
  for (;;) {
    const faults = causes.filter((c) => random() < c.prior).map((c) => c.id);
    if (faults.length === 0 || faults.length > 3) continue;
    if (complaint.every((c) => random() < heard(world, c, faults))) return { kind, faults, complaint };
  }
}

/** Chance that a complaint is heard of faults. */
export function heard(world: Vocabulary, complaint: string, faults: readonly string[]): number {
  const { leak, given } = world.likelihoods.complaints[complaint]!;
  return 1 - faults.reduce((a, f) => a * (1 - (given[f] ?? 0)), 1 - leak);
}

/** Answers a check on a machine with faults: the most severe of what each shows by itself. */
export function answer(world: Vocabulary, check: string, faults: readonly string[], random: () => number): string {
  const { leak, given } = world.likelihoods.checks[check]!;
  const draw = (p: readonly number[]) => {
    let u = random();
    for (let r = 0; r < p.length; r++) if ((u -= p[r]!) < 0) return r;
    return p.length - 1;
  };
  const at = Math.max(draw(leak), ...faults.flatMap((f) => (given[f] ? [draw(given[f])] : [])));
  return world.checks.find((c) => c.id === check)!.results[at]!.id;
}

/** A check that shows a cause at least this often is the cause seen: what it shows is certain. */
const SEEN = 0.99;

/** Answers a check as `answer` does, but a check that sees a cause shows it whenever it is there, and shows nothing where no cause of the machine is behind it. */
export function truthfulAnswer(world: Vocabulary, check: string, faults: readonly string[], random: () => number): string {
  const { given } = world.likelihoods.checks[check]!;
  const good = world.checks.find((c) => c.id === check)!.results[0]!.id;
  const sees = (cause: string) => given[cause] !== undefined && 1 - given[cause][0]! >= SEEN;
  if (!Object.keys(given).some(sees)) return answer(world, check, faults, random);
  const behind = faults.filter((f) => given[f] !== undefined);
  if (behind.length === 0) return good;
  for (;;) {
    const drawn = answer(world, check, behind, random);
    if (drawn !== good || !behind.some(sees)) return drawn;
  }
}

/** Whether a run shows what is complained of. */
export const runs = (world: Vocabulary, complaint: readonly string[], faults: readonly string[], random: () => number): 'still' | 'gone' =>
  complaint.some((c) => random() < heard(world, c, faults)) ? 'still' : 'gone';
