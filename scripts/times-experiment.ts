import { seededRandom } from '../src/core/drive';
import { hearTimes } from '../src/core/sound';
import { drawRunning, RUNNING_KINDS, type RunningScene } from '../src/lab/running-scenes';

/**
 * Compares times by sound with a stopwatch that follows the loudness alone, on simulated machines, seeded. Prints the
 * right times of each class, false answers and deviations that hold. Then signs heard, and processor seconds per second
 * of sound. Exits with 1 if the loudness stopwatch is better in a class.
 */
const EACH = Number(process.argv[2] ?? 20);
/** First seed of a class. */
const FIRST = Number(process.argv[3] ?? 100_000);

interface Times {
  readonly engage: number | null;
  readonly stop: number | null;
}

/** Engagement: from the first rise to the loudness of the run. Stop: from the first fall to the quiet after it. */
function loudnessStopwatch({ sound, sampleRate }: RunningScene): Times {
  const hop = Math.round(0.05 * sampleRate);
  const ln = Array.from({ length: Math.floor(sound.length / hop) }, (_, k) => {
    let sum = 1e-12;
    for (let i = k * hop; i < (k + 1) * hop; i++) sum += sound[i]! ** 2;
    return Math.log(sum / hop);
  });
  const sorted = [...ln].sort((a, b) => a - b);
  const [quiet, loud] = [sorted[Math.floor(0.1 * sorted.length)]!, sorted[Math.floor(0.9 * sorted.length)]!];
  if (loud - quiet < 0.7) return { engage: null, stop: null };
  const at = (share: number) => quiet + share * (loud - quiet);
  const full = ln.findIndex((v) => v > at(0.9));
  const starts = ln.slice(0, full).findLastIndex((v) => v < at(0.2));
  const last = ln.findLastIndex((v) => v > at(0.9));
  const ends = ln.findIndex((v, k) => k > last && v < at(0.1));
  return { engage: starts < 0 ? null : (full - starts) * 0.05, stop: ends < 0 ? null : (ends - last) * 0.05 };
}

const isNear = (seconds: number | null, truth: number, s: number, share: number) =>
  seconds !== null && Math.abs(seconds - truth) <= Math.max(s, share * truth);

/** Signs that are there, those of them that were heard, and those heard that are not there. */
const signs = { squeals: { there: 0, heard: 0, wrong: 0, without: 0 }, gap: { there: 0, heard: 0, wrong: 0, without: 0 } };
function countSigns({ signs: truth }: RunningScene, heard: ReturnType<typeof hearTimes>): void {
  if (!heard.engage) return;
  const count = (of: (typeof signs)['gap'], isThere: boolean, isHeard: boolean, isRight: boolean) => {
    if (isThere) of.there++;
    else of.without++;
    if (isThere && isHeard && isRight) of.heard++;
    if (isHeard && !(isThere && isRight)) of.wrong++;
  };
  count(signs.squeals, truth.squeals, heard.signs.squeals, true);
  const gap = heard.signs.spindleGap;
  const isNear = gap !== null && truth.gaps.some((g) => Math.abs(g - gap) < 0.003);
  count(signs.gap, truth.gaps.length > 0, gap !== null, isNear);
}

let [right, all, honest, answered, falseOnes, without, cpu, audio, worse] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
for (const [j, kind] of RUNNING_KINDS.entries()) {
  const count = { own: 0, loud: 0, times: 0 };
  for (let i = 0; i < EACH; i++) {
    const scene = drawRunning(kind, seededRandom(FIRST + 1000 * j + i));
    const began = process.cpuUsage();
    const heard = hearTimes([scene.sound], scene.sampleRate, { blades: scene.blades, tips: scene.tips, runRpm: scene.runRpm ?? undefined });
    const { user, system } = process.cpuUsage(began);
    [cpu, audio] = [cpu + (user + system) / 1e6, audio + scene.seconds];
    const loud = loudnessStopwatch(scene);
    countSigns(scene, heard);
    if (kind === 'none') {
      without++;
      if (heard.quality !== 'none') falseOnes++;
    }
    for (const [what, s, share] of [
      ['engage', 0.2, 0.12],
      ['stop', 0.25, 0.08],
    ] as const) {
      const truth = scene.truth[what];
      if (!truth) continue;
      count.times++;
      const own = heard[what];
      if (isNear(own?.seconds ?? null, truth.seconds, s, share)) count.own++;
      if (isNear(loud[what], truth.seconds, s, share)) count.loud++;
      if (!own) continue;
      answered++;
      if (Math.abs(own.seconds - truth.seconds) <= 2 * own.sd) honest++;
    }
  }
  if (count.loud > count.own) worse++;
  [right, all] = [right + count.own, all + count.times];
  const share = (n: number) => `${((100 * n) / Math.max(1, count.times)).toFixed(0)}%`;
  if (count.times > 0)
    console.log(
      `${kind.padEnd(12)} by sound ${share(count.own).padStart(4)}   by loudness ${share(count.loud).padStart(4)}   of ${count.times}`,
    );
}
console.log(
  `right: ${((100 * right) / all).toFixed(1)}% of ${all} times; within two deviations: ${((100 * honest) / answered).toFixed(0)}% of ${answered}`,
);
console.log(`false answers: ${falseOnes} of ${without} without an engagement`);
for (const [name, { there, heard, wrong, without: none }] of Object.entries(signs))
  console.log(`sign ${name}: heard ${heard} of ${there}; wrong ${wrong} of ${there + none} engagements`);
console.log(`${(cpu / audio).toFixed(3)} s of processor a second of sound`);
process.exitCode = worse > 0 ? 1 : 0;
