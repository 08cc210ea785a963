/** A recording: channels of equal length, −1…1. */
export interface Recording {
  readonly sampleRate: number;
  readonly channels: readonly Float32Array[];
}

export type WavRead = { readonly ok: true; readonly recording: Recording } | { readonly ok: false; readonly problem: string };

const LOWEST_RATE = 8000;
/** Sample formats: integer and floating point. `extensible` has the format in its own field. */
const WHOLE = 1;
const FLOATING = 3;
const EXTENSIBLE = 0xfffe;
/** Lengths that a recorder writes which did not know how long it would be. */
const OPEN_ENDED: readonly number[] = [0, 0xffffffff];

/** Reads a WAV file (RIFF): 8, 16, 24, 32-bit whole or 32, 64-bit floating samples, plain or extensible header; other chunks are skipped. */
export function readWav(bytes: Uint8Array): WavRead {
  const refuse = (problem: string): WavRead => ({ ok: false, problem });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const name = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (bytes.length < 12 || name(0) !== 'RIFF' || name(8) !== 'WAVE') return refuse('this is not a WAV file; save the recording as WAV');
  let format: Format | null = null;
  for (let at = 12; at + 8 <= bytes.length;) {
    const kind = name(at);
    const size = view.getUint32(at + 4, true);
    const from = at + 8;
    if (kind === 'fmt ') {
      if (size < 16 || from + size > bytes.length) return refuse('its header is truncated; record it again');
      format = formatAt(view, from, size);
    }
    if (kind === 'data') {
      if (!format) return refuse('its header is missing; save it again as WAV');
      const problem = problemOf(format);
      if (problem) return refuse(problem);
      const there = bytes.length - from;
      if (size > there && !OPEN_ENDED.includes(size))
        return refuse(`it is truncated: ${there} of ${size} bytes of sound are present; record it again`);
      return taken(view, from, OPEN_ENDED.includes(size) ? there : size, format);
    }
    at = from + size + (size % 2);
  }
  return refuse(format ? 'the recording is empty; record it again' : 'its header is missing; save it again as WAV');
}

interface Format {
  readonly kind: number;
  readonly channels: number;
  readonly rate: number;
  readonly bits: number;
}

function formatAt(view: DataView, at: number, size: number): Format {
  const kind = view.getUint16(at, true);
  return {
    kind: kind === EXTENSIBLE && size >= 26 ? view.getUint16(at + 24, true) : kind,
    channels: view.getUint16(at + 2, true),
    rate: view.getUint32(at + 4, true),
    bits: view.getUint16(at + 14, true),
  };
}

function problemOf({ kind, channels, rate, bits }: Format): string | null {
  const known = kind === WHOLE ? [8, 16, 24, 32] : kind === FLOATING ? [32, 64] : [];
  if (known.length === 0) return 'its sample format is not supported; save it as plain WAV (PCM)';
  if (!known.includes(bits)) return `its samples have ${bits} bits, which is not supported; save it with 16`;
  if (channels === 0) return 'it has no channel';
  if (rate < LOWEST_RATE) return `it has ${rate} samples a second; at least ${LOWEST_RATE} are needed`;
  return null;
}

function taken(view: DataView, from: number, size: number, { kind, channels, rate, bits }: Format): WavRead {
  const wide = bits / 8;
  const frames = Math.floor(size / (wide * channels));
  if (frames === 0) return { ok: false, problem: 'the recording is empty; record it again' };
  const out = Array.from({ length: channels }, () => new Float32Array(frames));
  const sample = samplesOf(view, kind, bits);
  for (let i = 0; i < frames; i++)
    for (let c = 0; c < channels; c++) {
      const value = sample(from + (i * channels + c) * wide);
      out[c]![i] = Number.isFinite(value) ? value : 0;
    }
  return { ok: true, recording: { sampleRate: rate, channels: out } };
}

function samplesOf(view: DataView, kind: number, bits: number): (at: number) => number {
  if (kind === FLOATING) return bits === 32 ? (at) => view.getFloat32(at, true) : (at) => view.getFloat64(at, true);
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 2 ** 15;
  if (bits === 24) return (at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 2 ** 16) / 2 ** 23;
  return (at) => view.getInt32(at, true) / 2 ** 31;
}

/** A recording as a WAV file of 16 bits, louder than full cut off. */
export function writeWav({ sampleRate, channels }: Recording): Uint8Array<ArrayBuffer> {
  const count = channels.length;
  const frames = channels[0]?.length ?? 0;
  const bytes = new Uint8Array(44 + 2 * count * frames);
  const view = new DataView(bytes.buffer);
  const text = (at: number, words: string) => [...words].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, WHOLE, true);
  view.setUint16(22, count, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 2 * count, true);
  view.setUint16(32, 2 * count, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * count * frames, true);
  for (let i = 0; i < frames; i++)
    for (let c = 0; c < count; c++)
      view.setInt16(44 + 2 * (i * count + c), Math.round(32767 * Math.max(-1, Math.min(1, channels[c]![i]!))), true);
  return bytes;
}
