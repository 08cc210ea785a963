import { removeHum, type Stretch } from './hum';
import { onsetsIn } from './onsets';
import type { Slow } from './prepare';
import { quietStretches } from './quiet';
import { whitened, type White } from './whiten';

/** Length of a ring after a clear onset (ln of loudness), and sufficient quiet time, s. */
const PLAIN_RISE = 1;
const CLEAR_BEFORE_S = 0.02;
const CLEAR_AFTER_S = 0.8;
const ENOUGH_QUIET_S = 0.25;

/**
 * Removes mains hum, and whitens by the noise before the taps. Long rings are hidden in seemingly quiet parts, and
 * resemble mains if their frequency is close. Once onsets are known, only parts far from them count as quiet.
 */
export function cleared({ samples, rate }: Slow): White {
  const quiet = quietStretches(samples, rate);
  const through = (still: readonly Stretch[]) => whitened(removeHum(samples, rate, still, quiet).samples, rate, still);
  const first = through(quiet);
  const begins = onsetsIn(first).filter((o) => o.rise > PLAIN_RISE);
  const away = begins.reduce<readonly Stretch[]>(
    (all, { from }) =>
      all.flatMap(([a, b]): Stretch[] => [
        [a, Math.min(b, from - CLEAR_BEFORE_S * rate)],
        [Math.max(a, from + CLEAR_AFTER_S * rate), b],
      ]),
    quiet,
  );
  const left = away.map(([a, b]): Stretch => [Math.ceil(a), Math.floor(b)]).filter(([a, b]) => b - a > 0.06 * rate);
  return left.reduce((sum, [a, b]) => sum + b - a, 0) < ENOUGH_QUIET_S * rate ? first : through(left);
}
