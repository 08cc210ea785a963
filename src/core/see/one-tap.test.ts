import { describe, expect, it } from 'vitest';
import { rimAtTap, type MarkedRim } from './one-tap';
import type { Seeing, SeenRim } from './see';

const rim = (confidence: number, a = 100): SeenRim => ({
  ellipse: { x: 500, y: 400, a, b: 95, angle: 0 },
  sd: 1,
  confidence,
  reason: 'found',
  others: [],
});
const marked = (x: number, sd: number | null): MarkedRim => ({ ellipse: { x, y: 300, a: 100, b: 90, angle: 0 }, sd });

/** Records what it is asked, and answers the tap with the rims in turn. */
function recorded(...rims: readonly SeenRim[]): { readonly seeing: Seeing; readonly asked: Parameters<Seeing>[] } {
  const asked: Parameters<Seeing>[] = [];
  return { asked, seeing: (...args) => (asked.push(args), args[0].map(() => rims[asked.length - 1]!)) };
}

describe('the rim at one tap', () => {
  it('is searched with the slant of clear rims and of those set by hand', () => {
    const { seeing, asked } = recorded(rim(0.9));
    const rims = [marked(100, 1), marked(200, null), marked(300, 5)];
    expect(rimAtTap(seeing, [510, 390], rims).confidence).toBe(0.9);
    expect(asked).toEqual([[[[510, 390]], [rims[0]!.ellipse, rims[1]!.ellipse]]]);
  });

  it('is searched without that slant if the result is doubtful, with the middles of the latest rims as taps', () => {
    const { seeing, asked } = recorded(rim(0.05), rim(0.6, 120));
    expect(rimAtTap(seeing, [510, 390], [marked(100, 1), marked(200, 1), marked(300, 9)]).ellipse!.a).toBe(120);
    expect(asked[1]).toEqual([
      [
        [510, 390],
        [200, 300],
        [300, 300],
      ],
    ]);
  });

  it('is searched by itself on a fresh picture', () => {
    const { seeing, asked } = recorded(rim(0.02));
    expect(rimAtTap(seeing, [510, 390], []).confidence).toBe(0.02);
    expect(asked).toEqual([[[[510, 390]]]]);
  });
});
