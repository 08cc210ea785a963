import { describe, expect, it } from 'vitest';
import { readWav, writeWav } from './wav';

/** A WAV file by hand. */
function wav(
  kind: number,
  bits: number,
  data: (view: DataView, at: number) => void,
  { frames = 2, channels = 1, rate = 8000, extensible = false, before = [] as number[], claim = undefined as number | undefined } = {},
): Uint8Array {
  const size = (bits / 8) * frames * channels;
  const head = extensible ? 40 : 16;
  const bytes = new Uint8Array(12 + before.length + 8 + head + 8 + size);
  const view = new DataView(bytes.buffer);
  const text = (at: number, words: string) => [...words].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  text(8, 'WAVE');
  bytes.set(before, 12);
  const fmt = 12 + before.length;
  text(fmt, 'fmt ');
  view.setUint32(fmt + 4, head, true);
  view.setUint16(fmt + 8, extensible ? 0xfffe : kind, true);
  view.setUint16(fmt + 10, channels, true);
  view.setUint32(fmt + 12, rate, true);
  view.setUint16(fmt + 22, bits, true);
  if (extensible) view.setUint16(fmt + 8 + 24, kind, true);
  const at = fmt + 8 + head;
  text(at, 'data');
  view.setUint32(at + 4, claim ?? size, true);
  data(view, at + 8);
  return bytes;
}
const first = (bytes: Uint8Array) => {
  const read = readWav(bytes);
  if (!read.ok) throw new Error(read.problem);
  return read.recording.channels.map((c) => [...c]);
};
const problem = (bytes: Uint8Array) => {
  const read = readWav(bytes);
  return read.ok ? '' : read.problem;
};

describe('a WAV file', () => {
  it('is read in each of its ways of writing a sample', () => {
    const half = [[0.5, -0.5]];
    expect(first(wav(1, 8, (v, at) => [192, 64].forEach((x, i) => v.setUint8(at + i, x))))).toEqual(half);
    expect(first(wav(1, 16, (v, at) => [16384, -16384].forEach((x, i) => v.setInt16(at + 2 * i, x, true))))).toEqual(half);
    expect(first(wav(1, 24, (v, at) => [0x40, 0xc0].forEach((x, i) => v.setUint8(at + 3 * i + 2, x))))).toEqual(half);
    expect(first(wav(1, 32, (v, at) => [2 ** 30, -(2 ** 30)].forEach((x, i) => v.setInt32(at + 4 * i, x, true))))).toEqual(half);
    expect(first(wav(3, 32, (v, at) => [0.5, -0.5].forEach((x, i) => v.setFloat32(at + 4 * i, x, true))))).toEqual(half);
    expect(first(wav(3, 64, (v, at) => [0.5, -0.5].forEach((x, i) => v.setFloat64(at + 8 * i, x, true))))).toEqual(half);
  });
  it('may have an extensible header, other chunks of odd length before it, and several channels', () => {
    const samples = (v: DataView, at: number) => [8192, -8192, 16384, 0].forEach((x, i) => v.setInt16(at + 2 * i, x, true));
    const note = [0x4e, 0x4f, 0x54, 0x45, 3, 0, 0, 0, 1, 2, 3, 0];
    expect(first(wav(1, 16, samples, { channels: 2, extensible: true, before: note }))).toEqual([
      [0.25, 0.5],
      [-0.25, 0],
    ]);
  });
  it('reads a file without a stated length to its end', () => {
    const samples = (v: DataView, at: number) => v.setInt16(at, 16384, true);
    expect(first(wav(1, 16, samples, { claim: 0xffffffff }))).toEqual([[0.5, 0]]);
  });
  it('that cannot be read is refused with what to do', () => {
    const nothing = () => undefined;
    expect(problem(new Uint8Array([1, 2, 3]))).toMatch(/not a WAV file/);
    expect(problem(wav(1, 16, nothing, { claim: 400 }))).toBe('it is truncated: 4 of 400 bytes of sound are present; record it again');
    expect(problem(wav(1, 16, nothing, { frames: 0, claim: 0 }))).toMatch(/the recording is empty/);
    expect(problem(wav(1, 16, nothing, { rate: 4000 }))).toMatch(/4000 samples a second; at least 8000/);
    expect(problem(wav(85, 16, nothing))).toMatch(/sample format/);
    expect(problem(wav(1, 40, nothing))).toMatch(/40 bits/);
    expect(problem(wav(1, 16, nothing).slice(0, 30))).toMatch(/header is truncated/);
  });
  it('is written as it is read', () => {
    const channels = [Float32Array.of(0, 0.5, -1), Float32Array.of(0.25, 1, 0)];
    const read = readWav(writeWav({ sampleRate: 16000, channels }));
    expect(read).toMatchObject({ ok: true, recording: { sampleRate: 16000 } });
    first(writeWav({ sampleRate: 16000, channels })).forEach((c, k) => c.forEach((v, i) => expect(v).toBeCloseTo(channels[k]![i]!, 3)));
  });
});
