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
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return { picture: file, size: null };
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const drawing = canvas.getContext('2d')!;
  drawing.imageSmoothingQuality = 'high';
  drawing.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const picture = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  return { picture, size: { width, height } };
}
