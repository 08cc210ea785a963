import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withinJsonLimits } from './json-limits';

const within = (text: string, depth: number, values = 1000) => withinJsonLimits(Buffer.from(text), { depth, values });
const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;

describe('limits of JSON before it is parsed', () => {
  it('finds the depth of any JSON with any strings', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        const depth = depthOf(value);
        const text = JSON.stringify(value);
        expect(within(text, depth, 1e6)).toBe(true);
        if (depth > 0) expect(within(text, depth - 1, 1e6)).toBe(false);
      }),
    );
  });
  it('reads brackets, commas and quotes in strings as text', () => {
    expect(within(JSON.stringify('[[[[{{{{,,,,"\\"[[['), 0, 1)).toBe(true);
  });
  it('refuses many values, nested or side by side', () => {
    expect(within(`[${'1,'.repeat(999)}1]`, 1, 1001)).toBe(true);
    expect(within(`[${'1,'.repeat(1001)}1]`, 1, 1001)).toBe(false);
    expect(withinJsonLimits(Buffer.from('['.repeat(5_000_000)))).toBe(false);
    expect(withinJsonLimits(Buffer.from(`[${'[],'.repeat(2_000_000)}0]`))).toBe(false);
  });
});
