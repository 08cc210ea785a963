import type { Found } from '@/core/job';
import type { Light } from '@/ui/plate/lights';

export const WORST: Readonly<Record<Light, number>> = { good: 0, 'not-reached': 1, watch: 2, bad: 3 };

/** The worst that was found at each part. */
export function lightsOf(found: ReadonlyMap<string, Found>): Map<string, Light> {
  const lit = new Map<string, Light>();
  for (const { part, result } of found.values()) {
    if (!part) continue;
    const now = lit.get(part.id);
    if (!now || WORST[result] > WORST[now]) lit.set(part.id, result);
  }
  return lit;
}
