/** Motion of the parts on a tensioner: about a pivot, or along a unit direction. */
export interface Travel {
  readonly pivot: boolean;
  /** Pivot point; of a slide its unit direction. */
  readonly px: number;
  readonly py: number;
}

/**
 * Position of a carried point with its first and second derivative by the tensioner position (degrees or mm): x, y, x′,
 * y′, x″, y″. Six consecutive numbers from an offset, since they are written at every evaluation.
 */
export const CARRIED = 6;
export const X = 0;
export const Y = 1;
export const VX = 2;
export const VY = 3;
export const AX = 4;
export const AY = 5;

const RAD = Math.PI / 180;

/**
 * Where a tensioner moved to `at` carries a place of the drawing: turned by `at` degrees about its pivot, c(q) = p + R(θ)(c₀ − p) with
 * θ = q·π/180, c′ = θ′·(c − p)⊥, c″ = −θ′²·(c − p); or shifted by `at` mm along its line, c′ = e, c″ = 0.
 * @param cos of θ, so that it is found once for all that one tensioner carries; 1 of a slide
 * @param sin of θ; 0 of a slide
 */
export function moveCarried(
  by: Travel,
  at: number,
  cos: number,
  sin: number,
  x0: number,
  y0: number,
  out: Float64Array,
  from: number,
): void {
  const { px, py } = by;
  if (!by.pivot) {
    out[from + X] = x0 + at * px;
    out[from + Y] = y0 + at * py;
    out[from + VX] = px;
    out[from + VY] = py;
    out[from + AX] = 0;
    out[from + AY] = 0;
    return;
  }
  const mx = cos * (x0 - px) - sin * (y0 - py);
  const my = sin * (x0 - px) + cos * (y0 - py);
  out[from + X] = px + mx;
  out[from + Y] = py + my;
  out[from + VX] = -my * RAD;
  out[from + VY] = mx * RAD;
  out[from + AX] = -mx * RAD * RAD;
  out[from + AY] = -my * RAD * RAD;
}

type Drawn =
  | { readonly kind: 'pivot'; readonly pivot: { readonly x: number; readonly y: number } }
  | { readonly kind: 'slide'; readonly direction: number };

/** Motion of a tensioner in a drive file. */
export const travelOf = (t: Drawn): Travel =>
  t.kind === 'pivot'
    ? { pivot: true, px: t.pivot.x, py: t.pivot.y }
    : { pivot: false, px: Math.cos(t.direction * RAD), py: Math.sin(t.direction * RAD) };

/** Where a tensioner of a drive file, moved to q, carries a place of the drawing. */
export function carriedTo(t: Drawn, { x, y }: { readonly x: number; readonly y: number }, q: number): { x: number; y: number } {
  const out = new Float64Array(CARRIED);
  moveCarried(travelOf(t), q, Math.cos(q * RAD), Math.sin(q * RAD), x, y, out, 0);
  return { x: out[X] as number, y: out[Y] as number };
}
