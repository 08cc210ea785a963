import { expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { drawScene, type SceneKind } from '../../lab/tap-scenes';
import { hearTap } from './tap-meter';
import { tapSound } from '../../lab/tap-synthesis';

/** Share of recordings of a kind with a frequency within 1.5%, or correctly without one. */
function share(kind: SceneKind, n: number): number {
  const random = seededRandom(900);
  let right = 0;
  for (let i = 0; i < n; i++) {
    // At the lowest rate: making sound takes longer than hearing it.
    const scene = { ...drawScene(kind, random), sampleRate: 8000 };
    const { hz } = hearTap([tapSound(scene, random)], scene.sampleRate);
    if (kind === 'none' ? hz === null : hz !== null && Math.abs(hz / scene.hz - 1) < 0.015) right++;
  }
  return right / n;
}

it.each<[SceneKind, number, number]>([
  ['noise', 8, 0.75],
  ['clean', 8, 0.75],
  ['phone', 8, 0.75],
  ['none', 24, 0.8],
])('of recordings of kind “%s” most are heard rightly', (kind, n, least) => {
  expect(share(kind, n)).toBeGreaterThanOrEqual(least);
});
