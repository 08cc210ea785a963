import { see, seeAll, type Picture, type SeeReason, type SeenRim } from '../core/see';

type PictureRead = { readonly ok: true; readonly picture: Picture } | { readonly ok: false; readonly problem: string };

/** A picture needs this many pixels on its longer side. */
const LEAST_SIDE = 200;
/** Larger pictures are reduced first: rims need no more. */
const LONGEST_SIDE = 4000;

/** Reads a picture upright, without its transparent part. */
async function readPicture(bytes: Buffer): Promise<PictureRead & { readonly scale?: number }> {
  // Only this command reads pictures: the others start without the library.
  const { default: sharp } = await import('sharp');
  try {
    const source = sharp(bytes, { failOn: 'error', limitInputPixels: 100e6 });
    const { width, height, format, orientation = 1 } = await source.metadata();
    if (!['jpeg', 'png', 'webp'].includes(format ?? '')) return { ok: false, problem: 'this is not a JPEG, PNG or WebP picture' };
    if (Math.max(width, height) < LEAST_SIDE)
      return { ok: false, problem: `the picture is ${width} by ${height} pixels; its longer side must have ${LEAST_SIDE} or more` };
    const { data, info } = await source
      .rotate()
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    // Orientations from 5 on are turned by a quarter.
    const upright = orientation >= 5 ? height : width;
    return { ok: true, picture: { width: info.width, height: info.height, pixels: data }, scale: info.width / upright };
  } catch {
    return { ok: false, problem: 'this is not a picture that can be read; use JPEG, PNG or WebP' };
  }
}

export type TapsRead =
  { readonly ok: true; readonly taps: readonly (readonly [number, number])[] } | { readonly ok: false; readonly problem: string };

/** The taps of `taut see`, as pairs of numbers. */
export function readTaps(texts: readonly string[] | undefined): TapsRead {
  const taps: (readonly [number, number])[] = [];
  for (const text of texts ?? []) {
    const parts = text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));
    if (parts.length !== 2 || !parts.every(Number.isFinite))
      return { ok: false, problem: `--tap must be two numbers of pixels with a comma, such as 640,480, not “${text}”` };
    taps.push([parts[0]!, parts[1]!]);
  }
  return { ok: true, taps };
}

const REASONS: Readonly<Record<SeeReason, string>> = {
  found: 'a round rim was found around the tap',
  two: 'two rims are about equally likely; check the one that was taken',
  nothing: 'nothing round was found around the tap',
  blurred: 'too few edges around the tap; the picture is too dark or too blurred there',
};

const round = (v: number, digits: number): number => Math.round(v * 10 ** digits) / 10 ** digits;
const ellipseOf = ({ ellipse }: SeenRim, scale: number) =>
  ellipse && {
    x: round(ellipse.x / scale, 2),
    y: round(ellipse.y / scale, 2),
    a: round(ellipse.a / scale, 2),
    b: round(ellipse.b / scale, 2),
    angle: round((ellipse.angle * 180) / Math.PI, 2),
  };

/** Answer for one picture, or the problem with it. */
export async function seeAnswer(
  file: string,
  bytes: Buffer,
  taps: readonly (readonly [number, number])[],
  all: boolean,
): Promise<{ readonly ok: true; readonly answer: unknown } | { readonly ok: false; readonly problem: string }> {
  const read = await readPicture(bytes);
  if (!read.ok) return read;
  const { picture, scale = 1 } = read;
  const [width, height] = [Math.round(picture.width / scale), Math.round(picture.height / scale)];
  const outside = taps.find(([x, y]) => x < 0 || y < 0 || x >= width || y >= height);
  if (outside) return { ok: false, problem: `the tap ${outside.join(',')} is outside the picture of ${width} by ${height} pixels` };
  const rims = see(
    picture,
    taps.map(([x, y]) => [x * scale, y * scale]),
  );
  return {
    ok: true,
    answer: {
      file,
      width,
      height,
      taps: rims.map((rim, i) => ({
        tap: taps[i],
        ellipse: ellipseOf(rim, scale),
        sd: rim.sd === null ? null : round(rim.sd / scale, 2),
        confidence: round(rim.confidence, 3),
        reason: REASONS[rim.reason],
      })),
      found: all ? seeAll(picture).map((rim) => ({ ...ellipseOf(rim, scale), confidence: round(rim.confidence, 3) })) : null,
    },
  };
}
