import { type Random } from './photo-scene';

/** Blur of lens and shake, sharpening and grain. */
export function developed(
  plain: Float32Array,
  width: number,
  height: number,
  blur: number,
  shake: { readonly by: number; readonly angle: number },
  grain: number,
  random: Random,
): Uint8ClampedArray {
  const reach = blur < 0.8 ? 2 : 3;
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / blur) ** 2));
  const total = weights.reduce((a, v) => a + v, 0);
  const pass = (from: Float32Array, step: readonly [number, number]): Float32Array => {
    const to = new Float32Array(from.length);
    const shifts = weights.map((w, i) => ({ w: w / total, dx: Math.round((i - reach) * step[0]), dy: Math.round((i - reach) * step[1]) }));
    for (const { w, dx, dy } of shifts)
      for (let y = 0; y < height; y++) {
        const row = 3 * width * Math.min(height - 1, Math.max(0, y + dy));
        const [first, last] = [3 * Math.max(0, -dx), 3 * Math.min(width, width - dx)];
        const own = 3 * width * y;
        for (let i = 0; i < first; i++) to[own + i]! += w * from[row + (i % 3)]!;
        for (let i = first; i < last; i++) to[own + i]! += w * from[row + i + 3 * dx]!;
        for (let i = Math.max(first, last); i < 3 * width; i++) to[own + i]! += w * from[row + 3 * (width - 1) + (i % 3)]!;
      }
    return to;
  };
  let soft = pass(pass(plain, [1, 0]), [0, 1]);
  if (shake.by > 0) soft = pass(soft, [(shake.by * Math.cos(shake.angle)) / 2, (shake.by * Math.sin(shake.angle)) / 2]);
  const softer = pass(pass(soft, [1, 0]), [0, 1]);
  const out = new Uint8ClampedArray(soft.length);
  for (let i = 0; i < out.length; i += 3) {
    const g = grain * (random() + random() + random() + random() - 2) * 1.7;
    for (let k = 0; k < 3; k++) out[i + k] = soft[i + k]! + 0.5 * (soft[i + k]! - softer[i + k]!) + g + grain * (random() - 0.5);
  }
  return out;
}
