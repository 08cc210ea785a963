import pLimit from 'p-limit';
import sharp from 'sharp';

/** Largest accepted file, and the longest stored edge: enough for marks within half a millimetre on a deck. */
export const LARGEST_PICTURE_BYTES = 20 * 1024 * 1024;
const LONGEST_EDGE_PX = 2400;
/**
 * A small file can decode into a huge picture. This number of pixels at four bytes is 200 MB, which is the free memory
 * of the server.
 */
const MOST_PIXELS = 50e6;
/** Longest that one picture may take, s. */
const DEADLINE_S = 12;
/** One picture at a time is worked on: libvips uses the threads that passwords are checked in, too, and each picture much memory. */
const oneAtATime = pLimit(1);
sharp.concurrency(1);
sharp.cache(false);

export interface Picture {
  readonly bytes: Buffer;
  readonly mediaType: 'image/jpeg';
  readonly width: number;
  readonly height: number;
}

export type PictureResult = { readonly ok: true; readonly picture: Picture } | { readonly ok: false; readonly problem: string };

const NOT_A_PICTURE = 'This file is not a picture that can be read. Take a photo as JPEG, PNG or WebP. Your entries are saved.';
const TOO_MANY_PIXELS = 'This picture has more than 50 million pixels. Take it at a lower resolution, or crop it. Your entries are saved.';
const TOO_SLOW = 'This picture takes too long to read. Take it at a lower resolution, or save it again as JPEG. Your entries are saved.';
export const TOO_LARGE = 'This picture is larger than 20 MB. Take it at a lower resolution, or crop it. Your entries are saved.';

/** First bytes of the three formats. Any other file is refused unread. */
const MAGIC: readonly ((bytes: Buffer) => boolean)[] = [
  (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  (b) => b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP',
];

/**
 * Prepares a picture for storage: upright by its orientation tag, reduced, and without other metadata such as the
 * place.
 */
export async function preparePicture(bytes: Buffer): Promise<PictureResult> {
  if (bytes.length === 0) return { ok: false, problem: 'The file is empty. Choose the photo again.' };
  if (bytes.length > LARGEST_PICTURE_BYTES) return { ok: false, problem: TOO_LARGE };
  if (!MAGIC.some((begins) => begins(bytes))) return { ok: false, problem: NOT_A_PICTURE };
  return oneAtATime(() => prepared(bytes));
}

async function prepared(bytes: Buffer): Promise<PictureResult> {
  try {
    const source = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).timeout({ seconds: DEADLINE_S });
    const { width, height } = await source.metadata();
    if (width * height > MOST_PIXELS) return { ok: false, problem: TOO_MANY_PIXELS };
    const { data, info } = await source
      .rotate()
      .resize(LONGEST_EDGE_PX, LONGEST_EDGE_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true });
    return { ok: true, picture: { bytes: data, mediaType: 'image/jpeg', width: info.width, height: info.height } };
  } catch (error) {
    const { message } = error as Error;
    if (message.includes('timeout')) return { ok: false, problem: TOO_SLOW };
    return { ok: false, problem: message.includes('pixel limit') ? TOO_MANY_PIXELS : NOT_A_PICTURE };
  }
}
