import { newSolver, twoStates, type CompiledDrive } from '../drive';
import { stateAt } from './settings-table';

/** Positions evaluated before bisection. */
const LOOKS = 48;
/** As near as a mark can be set, degrees. */
const CLOSE = 0.05;

/**
 * Other positions of an eccentric with the same tension: the pulley is at the same distance on both sides of its dead
 * centre.
 * @param adjuster id of an adjuster of a locked tensioner about a pivot; empty for any other
 * @param position requested position
 * @returns other positions, degrees, ascending
 */
export function equalPlaces(compiled: CompiledDrive, b: number, adjuster: string, position: number): number[] {
  const { drive } = compiled;
  const own = drive.adjusters.find((a) => a.id === adjuster);
  if (!own || drive.tensioners.find((t) => t.id === own.tensioner)?.kind !== 'pivot') return [];
  const { engaged } = twoStates(drive);
  const tensionAt = (at: number) => stateAt(newSolver(compiled, { adjusters: { [adjuster]: at } }), b, engaged, () => false).tension;
  const wanted = tensionAt(position);
  if (wanted === null || wanted <= 0) return [];
  const over = (at: number) => (tensionAt(at) ?? NaN) - wanted;
  const found: number[] = [];
  const step = (own.max - own.min) / LOOKS;
  let before = over(own.min);
  for (let i = 1; i <= LOOKS; i++) {
    let low = own.min + (i - 1) * step;
    let high = own.min + i * step;
    const after = over(high);
    if (before * after < 0 || after === 0) {
      const rising = after > before;
      while (high - low > CLOSE / 10) {
        const middle = (low + high) / 2;
        if (over(middle) > 0 === rising) high = middle;
        else low = middle;
      }
      const at = (low + high) / 2;
      if (Math.abs(at - position) > CLOSE) found.push(at);
    }
    before = after;
  }
  return found;
}
