import { reducedCanvas } from './reduced-canvas';

/** Larger photos are reduced on the device, px on the longer side, as the server stores no more. */
const LONGEST_PX = 2400;
const QUALITY = 0.9;

export interface ReducedPhoto {
  readonly picture: Blob;
  /** px. Null for a file that the browser cannot read. */
  readonly size: { readonly width: number; readonly height: number } | null;
}

/** Upright photo with at most 2,400 px on its longer side. A file that the browser cannot read is returned unchanged. */
export async function reducedPhoto(file: Blob): Promise<ReducedPhoto> {
  const reduced = await reducedCanvas(file, LONGEST_PX).catch(() => null);
  if (!reduced) return { picture: file, size: null };
  const { canvas } = reduced;
  const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  return { picture, size: { width: canvas.width, height: canvas.height } };
}
