import sharp from 'sharp';

/** Largest file taken in, and the longest edge that is kept: enough to set a mark to a pixel of half a millimetre on a deck. */
export const LARGEST_PICTURE_BYTES = 20 * 1024 * 1024;
const LONGEST_EDGE_PX = 2400;
/** A small file can unpack into a huge picture; no phone takes more than this. */
const MOST_PIXELS = 120e6;

export interface Picture {
  readonly bytes: Buffer;
  readonly mediaType: 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

export type PictureResult = { readonly ok: true; readonly picture: Picture } | { readonly ok: false; readonly problem: string };

const NOT_A_PICTURE = 'This file is not a picture that can be read. Take a photo as JPEG, PNG or WebP; what you entered is kept.';
export const TOO_LARGE = 'This picture is larger than 20 MB. Take it at a lower resolution, or crop it; what you entered is kept.';

/** Reads a body up to the limit and no further; null where it is longer. */
export async function readLimited(body: ReadableStream<Uint8Array> | null, limit = LARGEST_PICTURE_BYTES): Promise<Buffer | null> {
  if (!body) return Buffer.alloc(0);
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return Buffer.concat(parts);
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return null;
    }
    parts.push(value);
  }
}

/** Makes a picture fit to keep: turned upright as its camera says, shrunk, and without anything else that was stored in it, such as where it was taken. */
export async function preparePicture(bytes: Buffer): Promise<PictureResult> {
  if (bytes.length === 0) return { ok: false, problem: 'The file is empty. Choose the photo again.' };
  if (bytes.length > LARGEST_PICTURE_BYTES) return { ok: false, problem: TOO_LARGE };
  try {
    const source = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await source.metadata();
    if (format !== 'jpeg' && format !== 'png' && format !== 'webp') return { ok: false, problem: NOT_A_PICTURE };
    const { data, info } = await source
      .rotate()
      .resize(LONGEST_EDGE_PX, LONGEST_EDGE_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true });
    return { ok: true, picture: { bytes: data, mediaType: 'image/jpeg', width: info.width, height: info.height } };
  } catch {
    return { ok: false, problem: NOT_A_PICTURE };
  }
}
