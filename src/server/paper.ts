import 'server-only';
import type { documents } from '@/db';
import { readWav } from '@/formats/wav';
import { preparePicture } from './picture';

type PaperResult =
  { readonly ok: true; readonly value: documents.Paper } | { readonly ok: false; readonly reason: 'invalid'; readonly problem: string };

/** A PDF has its version at the start and its mark at the end. An HTML page with the same start has no such end. */
function isPdf(bytes: Buffer): boolean {
  return /^%PDF-\d\.\d\s/.test(bytes.subarray(0, 9).toString('latin1')) && bytes.subarray(-1024).includes('%%EOF');
}

/** Makes a file fit to keep: a PDF or a recording as it is, a picture upright, smaller and without what else was stored in it. */
export async function preparePaper(data: string): Promise<PaperResult> {
  const bytes = Buffer.from(data, 'base64');
  if (isPdf(bytes)) return { ok: true, value: { mediaType: 'application/pdf', bytes } };
  if (bytes.subarray(0, 4).toString('latin1') === 'RIFF') {
    const sound = readWav(new Uint8Array(bytes));
    return sound.ok
      ? { ok: true, value: { mediaType: 'audio/wav', bytes } }
      : { ok: false, reason: 'invalid', problem: `This recording cannot be saved: ${sound.problem}.` };
  }
  const made = await preparePicture(bytes);
  return made.ok
    ? { ok: true, value: { mediaType: made.picture.mediaType, bytes: made.picture.bytes } }
    : {
        ok: false,
        reason: 'invalid',
        problem: made.problem.replace(
          'not a picture that can be read. Take a photo as',
          'neither a PDF nor a picture that can be read. Take a photo as',
        ),
      };
}
