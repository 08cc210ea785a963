/** A picture drawn upright on a canvas, and its pixels per pixel of the file. */
export interface ReducedCanvas {
  readonly canvas: OffscreenCanvas;
  readonly drawing: OffscreenCanvasRenderingContext2D;
  readonly scale: number;
}

/** Draws a picture with at most this many px on its longer side. Throws if the browser cannot read the file. */
export async function reducedCanvas(file: Blob, longestPx: number): Promise<ReducedCanvas> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, longestPx / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.round(bitmap.width * scale), Math.round(bitmap.height * scale));
  const drawing = canvas.getContext('2d')!;
  drawing.imageSmoothingQuality = 'high';
  drawing.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return { canvas, drawing, scale };
}
