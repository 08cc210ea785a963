import { writeWav, type Recording } from '@/formats/wav';

/** A recording as stored with its reading: one channel, at about this rate. */
const STORED_RATE = 12000;

/** WAV file of the first channel of a recording. */
export function storedSound({ channels, sampleRate }: Recording): Blob {
  const step = Math.max(1, Math.round(sampleRate / STORED_RATE));
  const [first = new Float32Array()] = channels;
  const out = Float32Array.from({ length: Math.floor(first.length / step) }, (_, i) => {
    let sum = 0;
    for (let k = 0; k < step; k++) sum += first[i * step + k]!;
    return sum / step;
  });
  return new Blob([writeWav({ sampleRate: Math.round(sampleRate / step), channels: [out] })], { type: 'audio/wav' });
}
