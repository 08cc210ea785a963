import type { FaultCase } from './case';
import type { Advice } from './policy';
import type { Terms } from './terms';
import type { Vocabulary } from './vocabulary';

/** Evidence for a cause and against it, as sentences. */
export interface Evidence {
  readonly for: readonly string[];
  readonly against: readonly string[];
}

/** Smallest likelihood ratio of a result that gets a sentence. */
const TELLING = 1.5;

/** Evidence of each cause, in order. Findings before a repair count while they concern remaining causes. */
export function evidenceSentences(words: Vocabulary, { complaint, history }: FaultCase): (cause: string) => Evidence {
  const lines: { readonly says: string; readonly ratio: (cause: string) => number }[] = [];
  for (const id of complaint) {
    const { label } = words.complaints.find((c) => c.id === id)!;
    const { leak, given } = words.likelihoods.complaints[id]!;
    lines.push({
      says: `It explains: ${label.charAt(0).toLowerCase()}${label.slice(1)}.`,
      ratio: (c) => (given[c] === undefined ? 1 : (leak + (1 - leak) * given[c]) / leak),
    });
  }
  // For a check answered twice, the last answer counts.
  const last = new Map(history.flatMap((e, i) => ('check' in e ? [[e.check, i] as const] : [])));
  history.forEach((e, i) => {
    if (!('check' in e) || last.get(e.check) !== i) return;
    const check = words.checks.find((c) => c.id === e.check)!;
    const at = check.results.findIndex((r) => r.id === e.result);
    const { leak, given } = words.likelihoods.checks[e.check]!;
    const upTo = (p: readonly number[], r: number) => (r < 0 ? 0 : p.slice(0, r + 1).reduce((s, x) => s + x, 0));
    const without = leak[at]!;
    lines.push({
      says: `${check.label}: ${check.results[at]!.label.charAt(0).toLowerCase()}${check.results[at]!.label.slice(1)}.`,
      ratio: (c) => {
        const p = given[c];
        if (!p) return 1;
        return (upTo(leak, at) * upTo(p, at) - upTo(leak, at - 1) * upTo(p, at - 1)) / without;
      },
    });
  });
  return (cause) => ({
    for: lines.filter((l) => l.ratio(cause) > TELLING).map((l) => l.says),
    against: lines.filter((l) => l.ratio(cause) < 1 / TELLING).map((l) => l.says),
  });
}

/** Reason to repair now, as a sentence. */
export function stopSentence(words: Terms, { fix, why, ask }: NonNullable<Advice['stop']>): string {
  const { label } = words.causes.find((c) => c.id === fix)!;
  const name = `${label.charAt(0).toLowerCase()}${label.slice(1)}`;
  const first = ask ? ' Ask the customer first: the parts cost more than the shop spends without asking.' : '';
  return {
    proved: `Almost certain and quick to repair: ${name}.${first}`,
    dangerous: `Almost certain and dangerous: ${name}. Repair it now, even if other faults remain.${first}`,
    cheaper: `More checks cost more time than they save. Repair this, then test: ${name}.${first}`,
  }[why];
}
