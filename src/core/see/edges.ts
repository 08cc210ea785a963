/** A picture in memory: one byte for each of red, green and blue, rows from the top. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array | Uint8ClampedArray;
}

/** Edge points of a picture, at a reduced size. Strengths are multiples of the grain there. */
export interface EdgePoints {
  /** Reduced pixels per pixel. */
  readonly scale: number;
  readonly width: number;
  readonly height: number;
  readonly count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Unit normal, toward the brighter side. */
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  readonly strength: Float32Array;
  /** Points by their row: those of row y start at rows[y]. */
  readonly rows: Int32Array;
  /** Place of the first pixel of the channels: pixels that are reduced have their middles there. */
  readonly first: number;
  /** Red, green and blue of the reduced picture, smoothed, row by row. */
  readonly channels: Channels;
}

type Channels = readonly [Float32Array, Float32Array, Float32Array];

/** Longest side of the reduced picture, px. */
const LONGEST = 900;
/** Edges weaker than this are grain. */
const LEAST = 3;
const BLOCK = 32;

/** Reduced pixel in which each pixel starts, and the share of the pixel in it. The rest is in the next one. */
function coverage(from: number, to: number): { readonly at: Int32Array; readonly share: Float32Array } {
  const [at, share] = [new Int32Array(from), new Float32Array(from)];
  for (let i = 0; i < from; i++) {
    const start = (i * to) / from;
    at[i] = Math.min(to - 1, Math.floor(start));
    share[i] = Math.min(1, ((at[i]! + 1 - start) * from) / to);
    if (at[i] === to - 1) share[i] = 1;
  }
  return { at, share };
}

/** Mean over the area that each reduced pixel covers, one channel after another. */
function reduced({ width, height, pixels }: Picture, w: number, h: number): Channels {
  const out = [0, 1, 2].map(() => new Float32Array(w * h)) as [Float32Array, Float32Array, Float32Array];
  const [columns, rows] = [coverage(width, w), coverage(height, h)];
  const line = new Float32Array(3 * (w + 1));
  const part = (w * h) / (width * height);
  for (let y = 0; y < height; y++) {
    line.fill(0);
    for (let x = 0, k = 3 * y * width; x < width; x++, k += 3) {
      const to = 3 * columns.at[x]!;
      const share = columns.share[x]!;
      const rest = 1 - share;
      const r = pixels[k]!;
      const g = pixels[k + 1]!;
      const b = pixels[k + 2]!;
      line[to]! += share * r;
      line[to + 1]! += share * g;
      line[to + 2]! += share * b;
      if (rest === 0) continue;
      line[to + 3]! += rest * r;
      line[to + 4]! += rest * g;
      line[to + 5]! += rest * b;
    }
    const first = w * rows.at[y]!;
    const [upper, lower] = [part * rows.share[y]!, part * (1 - rows.share[y]!)];
    for (let i = 0; i < 3; i++) {
      const channel = out[i]!;
      for (let x = 0, k = i; x < w; x++, k += 3) channel[first + x]! += upper * line[k]!;
      if (lower > 0) for (let x = 0, k = i; x < w; x++, k += 3) channel[first + w + x]! += lower * line[k]!;
    }
  }
  return out;
}

/** Smooths with 1-4-6-4-1 in both directions. The two pixels at each border stay. */
function smoothed(a: Float32Array, w: number, h: number): Float32Array {
  const once = Float32Array.from(a);
  for (let y = 0; y < h; y++)
    for (let k = y * w + 2; k < y * w + w - 2; k++) once[k] = (a[k - 2]! + a[k + 2]! + 4 * (a[k - 1]! + a[k + 1]!) + 6 * a[k]!) / 16;
  const out = Float32Array.from(once);
  for (let k = 2 * w; k < (h - 2) * w; k++)
    out[k] = (once[k - 2 * w]! + once[k + 2 * w]! + 4 * (once[k - w]! + once[k + w]!) + 6 * once[k]!) / 16;
  return out;
}

/** Slope of the channel that changes most, at each pixel. */
function slopes(channels: readonly Float32Array[], w: number, h: number) {
  const [gx, gy, size] = [new Float32Array(w * h), new Float32Array(w * h), new Float32Array(w * h)];
  for (const c of channels)
    for (let y = 1; y < h - 1; y++)
      for (let x = 1; x < w - 1; x++) {
        const k = y * w + x;
        const dx = (3 * (c[k + 1 - w]! - c[k - 1 - w]!) + 10 * (c[k + 1]! - c[k - 1]!) + 3 * (c[k + 1 + w]! - c[k - 1 + w]!)) / 32;
        const dy = (3 * (c[k + w - 1]! - c[k - w - 1]!) + 10 * (c[k + w]! - c[k - w]!) + 3 * (c[k + w + 1]! - c[k - w + 1]!)) / 32;
        const m = Math.sqrt(dx * dx + dy * dy);
        if (m > size[k]!) [gx[k], gy[k], size[k]] = [dx, dy, m];
      }
  return { gx, gy, size };
}

const GRAIN_STEPS = 256;
const GRAIN_STEP = 0.1;
const QUIET = 0.4;
/** Least grain: a third of a grey step. */
const LEAST_GRAIN = 0.35;

/** Grain of blocks: a low quantile of the slopes in the block and around it. */
function grainOf(size: Float32Array, w: number, h: number): (x: number, y: number) => number {
  const [bw, bh] = [Math.ceil(w / BLOCK), Math.ceil(h / BLOCK)];
  const counts = new Int32Array(bw * bh * GRAIN_STEPS);
  for (let y = 1; y < h - 1; y += 2)
    for (let x = 1; x < w - 1; x += 2) {
      const block = Math.floor(y / BLOCK) * bw + Math.floor(x / BLOCK);
      counts[block * GRAIN_STEPS + Math.min(GRAIN_STEPS - 1, Math.floor(size[y * w + x]! / GRAIN_STEP))]!++;
    }
  const quiet = new Float32Array(bw * bh);
  const sum = new Int32Array(GRAIN_STEPS);
  for (let j = 0; j < bh; j++)
    for (let i = 0; i < bw; i++) {
      sum.fill(0);
      let total = 0;
      for (let y = Math.max(0, j - 1); y < Math.min(bh, j + 2); y++)
        for (let x = Math.max(0, i - 1); x < Math.min(bw, i + 2); x++)
          for (let k = 0; k < GRAIN_STEPS; k++) {
            const n = counts[(y * bw + x) * GRAIN_STEPS + k]!;
            sum[k]! += n;
            total += n;
          }
      let [k, seen] = [0, sum[0]!];
      while (k < GRAIN_STEPS - 1 && seen < QUIET * total) seen += sum[++k]!;
      quiet[j * bw + i] = Math.max(LEAST_GRAIN, (k + 0.5) * GRAIN_STEP);
    }
  return (x, y) => quiet[Math.floor(y / BLOCK) * bw + Math.floor(x / BLOCK)]!;
}

/** Finds the edges of a picture: ridges of the slope, to a part of a pixel. */
export function edgesOf(picture: Picture): EdgePoints {
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const [w, h] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const [red, green, blue] = reduced(picture, w, h);
  const channels: Channels = [smoothed(red, w, h), smoothed(green, w, h), smoothed(blue, w, h)];
  const { gx, gy, size } = slopes(channels, w, h);
  const grain = grainOf(size, w, h);
  const first = 0.5 * (1 - scale);
  const found: number[] = [];
  const rows = new Int32Array(h + 1);
  for (let y = 2; y < h - 2; y++) {
    rows[y] = found.length / 5;
    for (let x = 2; x < w - 2; x++) {
      const k = y * w + x;
      const m = size[k]!;
      const strength = m / grain(x, y);
      if (strength < LEAST) continue;
      const [nx, ny] = [gx[k]! / m, gy[k]! / m];
      const beside = (s: number) => {
        const [px, py] = [x + s * nx, y + s * ny];
        const [i, j] = [Math.floor(px), Math.floor(py)];
        const [u, v] = [px - i, py - j];
        const q = j * w + i;
        return (1 - v) * ((1 - u) * size[q]! + u * size[q + 1]!) + v * ((1 - u) * size[q + w]! + u * size[q + w + 1]!);
      };
      const [before, after] = [beside(-1), beside(1)];
      if (m < before || m <= after) continue;
      const bend = before - 2 * m + after;
      const shift = bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend)) : 0;
      found.push(x + first + shift * nx, y + first + shift * ny, nx, ny, strength);
    }
  }
  rows[h - 2] = rows[h - 1] = rows[h] = found.length / 5;
  rows[0] = rows[1] = 0;
  const n = found.length / 5;
  const column = (c: number) => Float32Array.from({ length: n }, (_, i) => found[5 * i + c]!);
  return {
    scale,
    width: w,
    height: h,
    count: n,
    x: column(0),
    y: column(1),
    nx: column(2),
    ny: column(3),
    strength: column(4),
    rows,
    first,
    channels,
  };
}
