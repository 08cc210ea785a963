/** Where a tensioner moved to q carries a place of the drawing: turned by q degrees about its pivot, or shifted by q mm along its line. */
export function carriedTo(
  t:
    | { readonly kind: 'pivot'; readonly pivot: { readonly x: number; readonly y: number } }
    | { readonly kind: 'slide'; readonly direction: number },
  { x, y }: { readonly x: number; readonly y: number },
  q: number,
): { x: number; y: number } {
  const a = ((t.kind === 'slide' ? t.direction : q) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  if (t.kind === 'slide') return { x: x + q * cos, y: y + q * sin };
  return { x: t.pivot.x + cos * (x - t.pivot.x) - sin * (y - t.pivot.y), y: t.pivot.y + sin * (x - t.pivot.x) + cos * (y - t.pivot.y) };
}
