import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../drive';
import { drawRunning, type RunningKind, type RunningScene } from '../../../lab/running-scenes';
import { hearTimes } from './hear-times';

/** First scenes from a seed on for which a condition holds. */
function scenes(kind: RunningKind, seed: number, count: number, holds: (s: RunningScene) => boolean): readonly RunningScene[] {
  const out: RunningScene[] = [];
  for (let k = seed; out.length < count; k++) {
    const s = drawRunning(kind, seededRandom(k), [16000]);
    if (holds(s)) out.push(s);
  }
  return out;
}
const signsOf = ({ sound, sampleRate, tips, blades }: RunningScene, spindles = blades) =>
  hearTimes([sound], sampleRate, { tips, blades: spindles }).signs;

describe('signs in the sound of a cycle', () => {
  it('hears a squeal that falls with the slip, and none in a quiet engagement', () => {
    for (const s of scenes('clean', 7000, 1, (one) => one.signs.squeals)) expect(signsOf(s).squeals).toBe(true);
    for (const s of scenes('clean', 7100, 1, (one) => !one.signs.squeals)) expect(signsOf(s).squeals).toBe(false);
  });

  it('hears by how much one of two spindles is slower', () => {
    for (const s of scenes('spindles', 7200, 1, (one) => one.signs.gaps.length === 1 && one.signs.gaps[0]! > 0.012))
      expect(signsOf(s).spindleGap).toBeCloseTo(s.signs.gaps[0]!, 2);
  });

  it('hears no second spindle where two are stated and one turns', () => {
    for (const s of scenes('clean', 7300, 1, (one) => one.blades === 1)) expect(signsOf(s, 2).spindleGap).toBeNull();
  });
});
