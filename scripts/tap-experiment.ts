import { PitchDetector } from 'pitchy';
import { YIN } from 'pitchfinder';
import { seededRandom } from '../src/core/drive';
import { drawScene, hearTap, SCENE_KINDS, tapSound, type SceneKind } from '../src/core/sound';

/**
 * Seeded: simulated taps of every kind, heard by the tap meter and by two public pitch libraries (the median of their clear frames). Prints how many
 * of each are within 1.5 %, and seconds of processor per second of sound; exits 1 where the meter is behind a library, or falls short.
 */
const EACH = Number(process.argv[2] ?? 200);
const CLOSE = 0.015;
const FRAME_S = 0.25;
const CLEAR = 0.9;

const median = (x: number[]): number | null => (x.length === 0 ? null : x.sort((a, b) => a - b)[x.length >> 1]!);

/** Frames of a quarter second, at half that apart. */
function frames(sound: Float32Array, rate: number): Float32Array[] {
  const size = Math.round(FRAME_S * rate);
  const out: Float32Array[] = [];
  for (let from = 0; from + size <= sound.length; from += size >> 1) out.push(sound.slice(from, from + size));
  return out;
}

/** At a whole fraction of the rate, not under 8,000 a second: the libraries take time with the square of it, and belts sound far below. */
function coarser(sound: Float32Array, rate: number): { readonly sound: Float32Array; readonly rate: number } {
  const step = Math.floor(rate / 8000);
  const mean = (i: number) => sound.subarray(i * step, (i + 1) * step).reduce((a, v) => a + v / step, 0);
  return { sound: Float32Array.from({ length: Math.floor(sound.length / step) }, (_, i) => mean(i)), rate: rate / step };
}

const inRange = (hz: number | null): hz is number => hz !== null && hz > 8 && hz < 400;

const EARS: Readonly<Record<string, (sound: Float32Array, rate: number) => number | null>> = {
  'tap meter': (sound, rate) => hearTap([sound], rate).hz,
  'McLeod (pitchy)': (full, fullRate) => {
    const { sound, rate } = coarser(full, fullRate);
    const all = frames(sound, rate);
    const detector = PitchDetector.forFloat32Array(all[0]?.length ?? 2);
    return median(all.map((f) => detector.findPitch(f, rate)).flatMap(([hz, clarity]) => (clarity > CLEAR && inRange(hz) ? [hz] : [])));
  },
  'YIN (pitchfinder)': (full, fullRate) => {
    const { sound, rate } = coarser(full, fullRate);
    const detect = YIN({ sampleRate: rate, threshold: 0.15 });
    return median(
      frames(sound, rate)
        .map((f) => detect(f))
        .filter(inRange),
    );
  },
};

const right = new Map<string, number>();
let [heard, usable, falseOnes, audio, cpu, short] = [0, 0, 0, 0, 0, false];
for (const [k, kind] of SCENE_KINDS.entries()) {
  const random = seededRandom(7000 + k);
  const counts = Object.fromEntries(Object.keys(EARS).map((ear) => [ear, 0]));
  for (let i = 0; i < EACH; i++) {
    const scene = drawScene(kind satisfies SceneKind, random);
    const sound = tapSound(scene, random);
    for (const [ear, listen] of Object.entries(EARS)) {
      const began = process.cpuUsage();
      const hz = listen(sound, scene.sampleRate);
      const { user, system } = process.cpuUsage(began);
      if (ear === 'tap meter') [cpu, audio] = [cpu + (user + system) / 1e6, audio + scene.seconds];
      const good = kind === 'none' ? hz === null : hz !== null && Math.abs(hz / scene.hz - 1) <= CLOSE;
      if (good) counts[ear]!++;
    }
  }
  const own = counts['tap meter']!;
  if (kind === 'none') falseOnes = EACH - own;
  else [heard, usable] = [heard + own, usable + EACH];
  for (const [ear, n] of Object.entries(counts)) {
    right.set(ear, (right.get(ear) ?? 0) + n);
    if (kind !== 'none' && n > own) short = true;
  }
  console.log(
    `${kind.padEnd(11)} ${Object.entries(counts)
      .map(([ear, n]) => `${ear} ${((100 * n) / EACH).toFixed(1)} %`)
      .join('   ')}`,
  );
}
console.log(`\nwithin ${100 * CLOSE} %: ${((100 * heard) / usable).toFixed(1)} % of ${usable} recordings with taps`);
console.log(`false answers: ${falseOnes} of ${EACH} without one`);
console.log(`${(cpu / audio).toFixed(3)} s of processor a second of sound`);
process.exitCode = short ? 1 : 0;
