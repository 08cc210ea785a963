import { seededRandom } from '../src/core/drive';
import { wearForecast } from '../src/core/wear';
import { drawWear, type DrawnWear } from '../src/lab/wear-simulation';

/**
 * Simulated belts with their logs, worn by stretches of riding that the model does not have. Prints the coverage of the
 * stated range, and the error compared with a straight line. Also prints how often the verdict to replace is correct.
 * Seeded.
 *
 * npm run experiment:wear [BELTS] [SEED]
 */
const BELTS = Number(process.argv[2] ?? 400);
const SEED = Number(process.argv[3] ?? 1);

interface Quantiles {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

/** Straight line through the means of all readings and the new width, with the spread of its residuals. */
function straightLine({ readings, minimum, newWidth }: DrawnWear, stated: boolean): Quantiles {
  const points = [
    ...(stated ? [[0, newWidth] as const] : []),
    ...readings.map((r) => [r.meter, r.widths.reduce((a, w) => a + w, 0) / r.widths.length] as const),
  ];
  const now = readings.at(-1)!.meter;
  const mx = points.reduce((a, [x]) => a + x, 0) / points.length;
  const my = points.reduce((a, [, y]) => a + y, 0) / points.length;
  const sxx = points.reduce((a, [x]) => a + (x - mx) ** 2, 0);
  const slope = sxx === 0 ? 0 : points.reduce((a, [x, y]) => a + (x - mx) * (y - my), 0) / sxx;
  const sd = Math.sqrt(points.reduce((a, [x, y]) => a + (y - my - slope * (x - mx)) ** 2, 0) / Math.max(1, points.length - 2));
  const crosses = (shift: number) => {
    if (slope >= -1e-9) return 20 * now;
    return Math.min(20 * now, Math.max(0, mx + (minimum - my - shift) / slope - now));
  };
  const of = [crosses(-1.2816 * sd), crosses(0), crosses(1.2816 * sd)].sort((a, b) => a - b);
  return { p10: of[0]!, p50: of[1]!, p90: of[2]! };
}

const pinball = (share: number, said: number, is: number) => (is >= said ? share * (is - said) : (1 - share) * (said - is));
const loss = (q: Quantiles, is: number, life: number) =>
  (pinball(0.1, q.p10, is) + pinball(0.5, q.p50, is) + pinball(0.9, q.p90, is)) / life;

for (const [name, young, stated] of [
  ['worn belts, new width known', false, true],
  ['worn belts, new width unknown', false, false],
  ['young belts', true, true],
] as const) {
  const random = seededRandom(SEED);
  let [held, mine, line, right, calls, condemned] = [0, 0, 0, 0, 0, 0];
  const off: number[] = [];
  const started = process.cpuUsage();
  for (let i = 0; i < BELTS; i++) {
    const drawn = drawWear({ young, visits: 1 + Math.floor(10 * random()) }, random);
    const forecast = wearForecast({ readings: drawn.readings, minimum: drawn.minimum, newWidth: stated ? drawn.newWidth : null });
    off.push(Math.abs(forecast.current.width - drawn.width));
    if (forecast.verdict === 'replace' && drawn.remaining > 0) condemned++;
    if (!forecast.remaining) continue;
    calls++;
    const is = Math.max(0, drawn.remaining);
    const life = drawn.readings.at(-1)!.meter + Math.max(drawn.remaining, 0);
    if (forecast.remaining.p10 <= is && is <= forecast.remaining.p90) held++;
    mine += loss(forecast.remaining, is, life);
    line += loss(straightLine(drawn, stated), is, life);
    if ((forecast.verdict === 'replace') === drawn.remaining <= 0) right++;
  }
  const { user, system } = process.cpuUsage(started);
  const percent = (n: number) => `${((100 * n) / calls).toFixed(1)}%`;
  console.log(
    `${name}: ${BELTS} belts; 80% range holds ${percent(held)}; quantile loss ${(100 * (1 - mine / line)).toFixed(1)}% under a straight line's; ` +
      `‘replace’ correct ${percent(right)}; replaced too early ${condemned}; median width error ${off.sort((a, b) => a - b)[off.length >> 1]!.toFixed(3)} mm; ` +
      `${((user + system) / 1000 / BELTS).toFixed(1)} ms a belt`,
  );
}
