import { MODELS } from './machines';

/** Characters of a code: no I, L, O or U, which hands and eyes mix up with 1, 0 and V. */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const SEED_SIGNS = 5;
const SEEDS = SIGNS.length ** SEED_SIGNS;
/**
 * A prime below the number of characters. A check character modulo this finds each single wrong character and each swap
 * of neighbours.
 */
const CHECK_BY = 31;

/** A simulated machine by its code: which machine, and how its faults are drawn. Anyone with the code gets the same. */
export interface Code {
  /** Two letters of the machine. */
  readonly machine: string;
  /** 0 … 32⁵ − 1. */
  readonly seed: number;
}

const digitsOf = (seed: number): number[] =>
  Array.from({ length: SEED_SIGNS }, (_, i) => Math.floor(seed / SIGNS.length ** (SEED_SIGNS - 1 - i)) % SIGNS.length);

const checkSign = (machine: string, digits: readonly number[]): string => {
  const all = [...[...machine].map((c) => c.charCodeAt(0)), ...digits];
  return SIGNS[all.reduce((sum, d, i) => sum + (i + 1) * d, 0) % CHECK_BY]!;
};

/** Written as it is read out: OR 7K3 FQ8. */
export function codeText({ machine, seed }: Code): string {
  const digits = digitsOf(seed);
  const signs = digits.map((d) => SIGNS[d]).join('') + checkSign(machine, digits);
  return `${machine} ${signs.slice(0, 3)} ${signs.slice(3)}`;
}

/** A seed drawn. @param random even over 0 … 1 */
export const anySeed = (random: () => number): number => Math.floor(random() * SEEDS);

/** A typed code in upper or lower case, with or without spaces. A sentence if it is invalid. */
export function readCode(
  typed: string,
  machines: readonly string[] = MODELS.map((m) => m.letters),
): { readonly ok: true; readonly code: Code } | { readonly ok: false; readonly problem: string } {
  const signs = typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
  const machine = signs.slice(0, 2);
  if (signs.length !== 2 + SEED_SIGNS + 1) return { ok: false, problem: 'A code is two letters and six signs, like OR 7K3 FQ8.' };
  if (!machines.includes(machine)) return { ok: false, problem: `No practice machine is called ${machine}. Check the first two letters.` };
  const digits = [...signs.slice(2).replace(/O/g, '0').replace(/[IL]/g, '1')].map((c) => SIGNS.indexOf(c));
  const seed = digits.slice(0, SEED_SIGNS).reduce((sum, d) => sum * SIGNS.length + d, 0);
  if (digits.includes(-1) || checkSign(machine, digits.slice(0, SEED_SIGNS)) !== SIGNS[digits[SEED_SIGNS]!])
    return { ok: false, problem: 'One character of this code is wrong. Check the code.' };
  return { ok: true, code: { machine, seed } };
}
