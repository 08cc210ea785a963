import type { Picture } from '@/core/see';
import { reducedCanvas } from './reduced-canvas';

/** Rims need no finer picture than this, px on the longer side. */
const LONGEST_PX = 1000;

/** A photo with fewer pixels, and how many of them there are for one of the photo. */
export interface PhotoPixels {
  readonly picture: Picture;
  readonly scale: number;
}

/** Reads the pixels of a photo, reduced. Throws if it cannot be read. */
export async function photoPixels(src: string): Promise<PhotoPixels> {
  const answer = await fetch(src);
  if (!answer.ok) throw new Error(`photo: ${answer.status}`);
  const { canvas, drawing, scale } = await reducedCanvas(await answer.blob(), LONGEST_PX);
  const { width, height } = canvas;
  const { data } = drawing.getImageData(0, 0, width, height);
  const pixels = new Uint8Array(3 * width * height);
  for (let i = 0, k = 0; i < data.length; i += 4) {
    pixels[k++] = data[i]!;
    pixels[k++] = data[i + 1]!;
    pixels[k++] = data[i + 2]!;
  }
  return { picture: { width, height, pixels }, scale };
}
