/** Use of a variable drive: slow heavy work is hot, moderate steady speed is cool. */
export const RIDINGS = ['crawl', 'trail', 'haul', 'fast'] as const;
export type Riding = (typeof RIDINGS)[number];

/** Answers in words, since riders do not know shares. */
export const AMOUNTS = ['none', 'some', 'much', 'most'] as const;
export type Amount = (typeof AMOUNTS)[number];
/** Weight of each answer relative to the others, and alone. */
const PARTS: Readonly<Record<Amount, number>> = { none: 0, some: 1, much: 3, most: 8 };
const ALONE: Readonly<Record<Amount, number>> = { none: 0, some: 0.15, much: 0.5, most: 0.85 };

/** Shares with sum 1 from the answers. Equal without answers. */
export function sharesOf(answers: Readonly<Record<Riding, Amount>>): Record<Riding, number> {
  const total = RIDINGS.reduce((a, r) => a + PARTS[answers[r]], 0);
  const share = (r: Riding) => (total === 0 ? 1 / RIDINGS.length : PARTS[answers[r]] / total);
  return { crawl: share('crawl'), trail: share('trail'), haul: share('haul'), fast: share('fast') };
}

/** An independent share, such as wet or dust. */
export const shareAlone = (amount: Amount): number => ALONE[amount];

/** Number of belts with a riding record that is needed before any statement about its effect. */
export const BELTS_TO_LEARN_FROM = 12;
