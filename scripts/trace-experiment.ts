import { seededRandom } from '../src/core/drive';
import { runTraceExperiment } from '../src/lab/trace-experiment';

/** Simulated shop, seeded: shop minutes of the advice, compared with two other methods. */
const jobs = Number(process.argv[2] ?? 2000);
const found = runTraceExperiment(jobs, seededRandom(12));
const percent = (x: number) => `${(100 * x).toFixed(1)}%`;
console.log(`${jobs} simulated jobs, seed 12; the shop’s world differs from the base by up to a factor of two.`);
for (const [name, minutes] of Object.entries(found.minutes)) console.log(`${name}: ${minutes.toFixed(1)} min a job`);
console.log(`under the fixed order by ${percent(1 - found.minutes.advised / found.minutes.fixed)}`);
console.log(`under repairing the most likely first by ${percent(1 - found.minutes.advised / found.minutes.likeliest)}`);
console.log(`true cause first ${percent(found.top1)}, among the first three ${percent(found.top3)}`);
for (const b of found.calibration) console.log(`stated ${percent(b.from)} to ${percent(b.to)}: true ${percent(b.true)} of ${b.count}`);
