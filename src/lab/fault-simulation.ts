import { causesOfKind, type Vocabulary } from '../core/fault';

/** A machine at intake: its faults, and the words of the customer. */
export interface SimulatedJob {
  readonly kind: string;
  readonly faults: readonly string[];
  readonly complaint: readonly string[];
}

/** One of this many customers names two complaints. */
const NAMES_TWO = 0.3;

/**
 * Draws machines until one shows a complaint. The customer names one or two complaints, and omitted complaints mean
 * nothing. Simulated, not a real machine.
 * @param of kind of drive; any if omitted
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

/**
 * Answers a check as `answer` does, with two changes. A check that sees a cause always shows it, and a check without a
 * present cause shows nothing.
 */
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

/** True if a run shows the complaint. */
export const runs = (world: Vocabulary, complaint: readonly string[], faults: readonly string[], random: () => number): 'still' | 'gone' =>
  complaint.some((c) => random() < heard(world, c, faults)) ? 'still' : 'gone';
