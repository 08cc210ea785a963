/** How a tensioner carries what stands on it: about a pivot, or along a unit direction. */
export interface Travel {
  readonly pivot: boolean;
  /** Pivot point; of a slide its unit direction. */
  readonly px: number;
  readonly py: number;
}

/** A place that a tensioner carries, with its first and second derivative by the tensioner's position (degrees or mm). */
export interface Carried {
  x: number;
  y: number;
  vx: number;
  vy: number;
  ax: number;
  ay: number;
}

const RAD = Math.PI / 180;

/**
 * Where a tensioner moved to `at` carries a place of the drawing: turned by `at` degrees about its pivot, c(q) = p + R(θ)(c₀ − p) with
 * θ = q·π/180, c′ = θ′·(c − p)⊥, c″ = −θ′²·(c − p); or shifted by `at` mm along its line, c′ = e, c″ = 0.
 * @param cos of θ, so that it is found once for all that one tensioner carries; 1 of a slide
 * @param sin of θ; 0 of a slide
 */
export function carry({ pivot, px, py }: Travel, at: number, cos: number, sin: number, x0: number, y0: number, out: Carried): void {
  if (!pivot) {
    out.x = x0 + at * px;
    out.y = y0 + at * py;
    out.vx = px;
    out.vy = py;
    out.ax = out.ay = 0;
    return;
  }
  const mx = cos * (x0 - px) - sin * (y0 - py);
  const my = sin * (x0 - px) + cos * (y0 - py);
  out.x = px + mx;
  out.y = py + my;
  out.vx = -my * RAD;
  out.vy = mx * RAD;
  out.ax = -mx * RAD * RAD;
  out.ay = -my * RAD * RAD;
}

export const still = (): Carried => ({ x: 0, y: 0, vx: 0, vy: 0, ax: 0, ay: 0 });

type Drawn =
  | { readonly kind: 'pivot'; readonly pivot: { readonly x: number; readonly y: number } }
  | { readonly kind: 'slide'; readonly direction: number };

/** How a tensioner of a drive file carries. */
export const travelOf = (t: Drawn): Travel =>
  t.kind === 'pivot'
    ? { pivot: true, px: t.pivot.x, py: t.pivot.y }
    : { pivot: false, px: Math.cos(t.direction * RAD), py: Math.sin(t.direction * RAD) };

/** Where a tensioner of a drive file, moved to q, carries a place of the drawing. */
export function carriedTo(t: Drawn, { x, y }: { readonly x: number; readonly y: number }, q: number): { x: number; y: number } {
  const out = still();
  carry(travelOf(t), q, Math.cos(q * RAD), Math.sin(q * RAD), x, y, out);
  return { x: out.x, y: out.y };
}
