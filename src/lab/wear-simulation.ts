import { PRIORS, type WidthMethod, type WidthReading } from '../core/wear';

/** A simulated belt with its log, and what it will do. Simulated: no measurement. */
export interface DrawnWear {
  readonly readings: readonly WidthReading[];
  readonly minimum: number;
  readonly newWidth: number;
  /** True width at the last reading, mm, and what is left until the minimum; negative where it is passed. */
  readonly width: number;
  readonly remaining: number;
}

export interface DrawWear {
  /** A young belt, or one that comes in worn. */
  readonly young?: boolean;
  readonly visits: number;
}

/**
 * Simulated belt, harsher than the model: stretches of riding of 8 to 25% of a life, each with its own rate (±30%). It
 * has realistic break-ins and lives, chunked ribs, and swapped digits.
 * @param random uniform on 0…1
 */
export function drawWear({ young = false, visits }: DrawWear, random: () => number): DrawnWear {
  const uniform = (a: number, b: number) => a + (b - a) * random();
  const normal = (mean: number, sd: number) => mean + sd * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const held = (mean: number, sd: number, low: number, high: number) => Math.min(high, Math.max(low, normal(mean, sd)));
  const newWidth = Math.round(10 * uniform(29, 35)) / 10;
  const allowance = uniform(PRIORS.allowance.from, PRIORS.allowance.to);
  const minimum = newWidth - allowance;
  const life = Math.exp(uniform(Math.log(200), Math.log(6000)));
  const b = held(PRIORS.breakIn.mean, PRIORS.breakIn.sd, 0.02, 0.12);
  const over = uniform(0.02, 0.05);
  const w0 = normal(newWidth, PRIORS.newSd);
  const rate = (allowance - b) / life;
  // Stretches of riding, well past its end.
  const ends: number[] = [];
  const rates: number[] = [];
  for (let m = 0; m < 8 * life;) {
    m += uniform(0.08, 0.25) * life;
    ends.push(m);
    rates.push(rate * (1 + uniform(-0.3, 0.3)));
  }
  const worn = (m: number): number => {
    let [sum, from] = [0, 0];
    for (let i = 0; i < ends.length && from < m; i++) {
      sum += rates[i]! * (Math.min(m, ends[i]!) - from);
      from = ends[i]!;
    }
    return sum;
  };
  const widthAt = (m: number) => w0 - b * Math.min(1, m / (over * life)) - worn(m);
  const share = young ? Math.exp(uniform(Math.log(0.01), Math.log(0.25))) : Math.min(1.6, Math.exp(normal(Math.log(0.7), 0.6)));
  const now = share * life;
  const squeeze = uniform(0.05, 0.25);
  const bias: Readonly<Record<WidthMethod, number>> = {
    single: -squeeze,
    'rib-top': -uniform(0.2, 0.6) * squeeze,
    'flank-line': normal(0, 0.02),
  };
  const habit: WidthMethod = random() < 0.5 ? 'rib-top' : random() < 0.7 ? 'single' : 'flank-line';
  const readings = Array.from({ length: visits }, (_, i): WidthReading => {
    const m = i === visits - 1 ? now : (now * (i + uniform(-0.25, 0.25) + (young ? 0.5 : 0))) / Math.max(1, visits - 1 + (young ? 0.5 : 0));
    const meter = Math.max(0, i === 0 && random() < 0.5 && visits > 1 ? 0 : m);
    const method = random() < 0.8 ? habit : (['rib-top', 'single', 'flank-line'] as const)[Math.floor(3 * random())]!;
    const count = method === 'single' ? 1 : method === 'rib-top' ? 2 + Math.floor(4 * random()) : 1 + Math.floor(3 * random());
    const day = normal(0, PRIORS.daySd);
    const sd = method === 'flank-line' ? 0.08 : 0.05;
    const widths = Array.from({ length: count }, () => {
      const w = widthAt(meter) + bias[method] + day + normal(0, sd);
      return Math.round(100 * (random() < 0.015 ? w - uniform(0.4, 0.8) : w)) / 100;
    });
    if (random() < 0.01) widths[0] = Math.round(100 * (widths[0]! + uniform(-1.5, 1.5))) / 100;
    return { meter: Math.round(10 * meter) / 10, date: `visit ${i + 1}`, method, widths };
  }).sort((x, y) => x.meter - y.meter);
  // Its end by halving: width falls all the way.
  let [low, high] = [0, 8 * life];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (widthAt(middle) > minimum) low = middle;
    else high = middle;
  }
  const last = readings.at(-1)!.meter;
  return { readings, minimum, newWidth, width: widthAt(last), remaining: low - last };
}
