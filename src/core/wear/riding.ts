/** How a variable drive is ridden: slow heavy work runs hot, moderate steady speed cools. */
export const RIDINGS = ['crawl', 'trail', 'haul', 'fast'] as const;
export type Riding = (typeof RIDINGS)[number];

/** As it is asked: nobody knows shares, everybody knows these. */
export const AMOUNTS = ['none', 'some', 'much', 'most'] as const;
export type Amount = (typeof AMOUNTS)[number];
/** What each is worth beside the others, and by itself. */
const PARTS: Readonly<Record<Amount, number>> = { none: 0, some: 1, much: 3, most: 8 };
const ALONE: Readonly<Record<Amount, number>> = { none: 0, some: 0.15, much: 0.5, most: 0.85 };

/** Shares that make a whole, from what was answered; all alike where nothing was. */
export function sharesOf(answers: Readonly<Record<Riding, Amount>>): Record<Riding, number> {
  const total = RIDINGS.reduce((a, r) => a + PARTS[answers[r]], 0);
  const share = (r: Riding) => (total === 0 ? 1 / RIDINGS.length : PARTS[answers[r]] / total);
  return { crawl: share('crawl'), trail: share('trail'), haul: share('haul'), fast: share('fast') };
}

/** A share that stands by itself, as of wet or dust. */
export const shareAlone = (amount: Amount): number => ALONE[amount];

/** So many belts with their riding told before anything may be said of what riding does to them. */
export const BELTS_TO_LEARN_FROM = 12;
