import { PitchDetector } from 'pitchy';
import { YIN } from 'pitchfinder';
import { seededRandom } from '../src/core/drive';
import { recordingOf, RECORDING_KINDS } from './tap-recordings';
import { hearTap } from '../src/core/sound';
import { drawScene, SCENE_KINDS, type SceneKind } from '../src/lab/tap-scenes';
import { tapSound } from '../src/lab/tap-synthesis';

/**
 * Compares the tap meter with two public pitch libraries (median of their clear frames) on simulated taps, seeded.
 * Prints how many are within 1.5%, and processor seconds per second of sound. Exits with 1 if the meter is worse than a
 * library, or below its limit.
 */
const EACH = Number(process.argv[2] ?? 200);
const CLOSE = 0.015;
const FRAME_S = 0.25;
const CLEAR = 0.9;

const median = (x: number[]): number | null => (x.length === 0 ? null : x.sort((a, b) => a - b)[x.length >> 1]!);

/** Frames of a quarter of a second, with half overlap. */
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

/** The library hears the louder channel. */
const louder = (channels: readonly Float32Array[]): Float32Array =>
  channels.reduce((a, b) => (b.reduce((s, v) => s + v * v, 0) > a.reduce((s, v) => s + v * v, 0) ? b : a));

const EARS: Readonly<Record<string, (channels: readonly Float32Array[], rate: number) => number | null>> = {
  'tap meter': (channels, rate) => hearTap(channels, rate).hz,
  'McLeod (pitchy)': (channels, fullRate) => {
    const { sound, rate } = coarser(louder(channels), fullRate);
    const all = frames(sound, rate);
    const detector = PitchDetector.forFloat32Array(all[0]?.length ?? 2);
    return median(all.map((f) => detector.findPitch(f, rate)).flatMap(([hz, clarity]) => (clarity > CLEAR && inRange(hz) ? [hz] : [])));
  },
  'YIN (pitchfinder)': (channels, fullRate) => {
    const { sound, rate } = coarser(louder(channels), fullRate);
    const detect = YIN({ sampleRate: rate, threshold: 0.15 });
    return median(
      frames(sound, rate)
        .map((f) => detect(f))
        .filter(inRange),
    );
  },
};

interface Heard {
  readonly channels: readonly Float32Array[];
  readonly rate: number;
  readonly seconds: number;
  /** Null where nothing was tapped. */
  readonly hz: number | null;
}

/** The simulated tapper of the product, and an independent generator. */
const SOURCES: Readonly<Record<string, Readonly<Record<string, (random: () => number) => Heard>>>> = {
  'simulated tapper': Object.fromEntries(
    SCENE_KINDS.map((kind: SceneKind) => [
      kind,
      (random) => {
        const scene = drawScene(kind, random);
        const { sampleRate: rate, seconds } = scene;
        return { channels: [tapSound(scene, random)], rate, seconds, hz: kind === 'none' ? null : scene.hz };
      },
    ]),
  ),
  'second generator': Object.fromEntries(RECORDING_KINDS.map((kind) => [kind, (random) => recordingOf(kind, random)])),
};

let [short, seed] = [false, 7000];
for (const [source, kinds] of Object.entries(SOURCES)) {
  console.log(`\n${source}`);
  let [heard, usable, falseOnes, silent, audio, cpu] = [0, 0, 0, 0, 0, 0];
  for (const [kind, draw] of Object.entries(kinds)) {
    const random = seededRandom(seed++);
    const counts = Object.fromEntries(Object.keys(EARS).map((ear) => [ear, 0]));
    let tapped = 0;
    for (let i = 0; i < EACH; i++) {
      const { channels, rate, seconds, hz: true_ } = draw(random);
      if (true_ !== null) tapped++;
      for (const [ear, listen] of Object.entries(EARS)) {
        const began = process.cpuUsage();
        const hz = listen(channels, rate);
        const { user, system } = process.cpuUsage(began);
        if (ear === 'tap meter') [cpu, audio] = [cpu + (user + system) / 1e6, audio + seconds];
        if (true_ === null ? hz === null : hz !== null && Math.abs(hz / true_ - 1) <= CLOSE) counts[ear]!++;
      }
    }
    const own = counts['tap meter']!;
    if (tapped === 0) [falseOnes, silent] = [falseOnes + EACH - own, silent + EACH];
    else [heard, usable] = [heard + own, usable + EACH];
    for (const n of Object.values(counts)) if (tapped > 0 && n > own) short = true;
    console.log(
      `${kind.padEnd(11)} ${Object.entries(counts)
        .map(([ear, n]) => `${ear} ${((100 * n) / EACH).toFixed(1)}%`)
        .join('   ')}`,
    );
  }
  console.log(`within ${100 * CLOSE}%: ${((100 * heard) / usable).toFixed(1)}% of ${usable} recordings with taps`);
  console.log(`false answers: ${falseOnes} of ${silent} without one`);
  console.log(`${(cpu / audio).toFixed(3)} s of processor a second of sound`);
}
process.exitCode = short ? 1 : 0;
