import type { ReasonCode, Verdict } from '@/core/drive';

export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  fits: 'Runs',
  marginal: 'Runs, no margin',
  'too-short': 'Won’t release',
  'too-long': 'Won’t grip',
  'wrong-section': 'Won’t seat',
};

/** Reasons of a belt too short to be fitted at all. */
const UNFITTABLE: ReadonlySet<ReasonCode> = new Set(['cannot-be-mounted', 'held-back-too-tight']);
export const isUnfittable = (reasons: readonly ReasonCode[]): boolean => reasons.length > 0 && reasons.every((r) => UNFITTABLE.has(r));

/** Words for a verdict. A belt of a drive that does not release is too short; one that nothing else is wrong with cannot be fitted. */
export function verdictWord(verdict: Verdict, letsGo = true, reasons: readonly ReasonCode[] = []): string {
  if (verdict !== 'too-short') return VERDICT_WORDS[verdict];
  if (isUnfittable(reasons)) return 'Cannot be fitted';
  return letsGo ? VERDICT_WORDS[verdict] : 'Too short';
}

const COLOURS: Readonly<Record<Verdict, string>> = {
  fits: 'var(--ts-work)',
  marginal: 'var(--ts-work)',
  'too-short': 'var(--ts-copper)',
  'too-long': 'var(--ts-copper)',
  'wrong-section': 'var(--ts-stop)',
};

/**
 * Mark of a verdict: a full strand, a half-full one, one taut between bars, one sagging, a crossed one. Different in
 * shape.
 */
export function VerdictMark({ verdict, size = 22 }: { verdict: Verdict; size?: number }) {
  const c = COLOURS[verdict];
  return (
    <svg width={size} height={size * 0.6} viewBox="0 0 30 18" aria-hidden focusable="false" style={{ flex: 'none' }}>
      {verdict === 'fits' && <rect x={2} y={4} width={26} height={10} rx={5} fill={c} />}
      {verdict === 'marginal' && (
        <>
          <rect x={3} y={5} width={24} height={8} rx={4} fill="none" stroke={c} strokeWidth={2} />
          <path d="M7 5h8v8H7a4 4 0 010-8z" fill={c} />
        </>
      )}
      {verdict === 'too-short' && <path d="M4 2v14M26 2v14M4 9h22" stroke={c} strokeWidth={3} fill="none" />}
      {verdict === 'too-long' && <path d="M3 4q12 20 24 0" stroke={c} strokeWidth={3} fill="none" strokeLinecap="round" />}
      {verdict === 'wrong-section' && <path d="M6 2l18 14M24 2L6 16" stroke={c} strokeWidth={3} strokeLinecap="round" />}
    </svg>
  );
}

export function VerdictWord({ verdict, letsGo = true, reasons }: { verdict: Verdict; letsGo?: boolean; reasons?: readonly ReasonCode[] }) {
  return (
    <span style={{ display: 'inline-flex', alignItems: 'center', gap: 6, color: COLOURS[verdict], fontWeight: 650, whiteSpace: 'nowrap' }}>
      <VerdictMark verdict={verdict} />
      {verdictWord(verdict, letsGo, reasons)}
    </span>
  );
}
