import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { LARGEST_PAPER_BYTES, paperData } from '../contract/forms/paper';
import { preparePaper } from './paper';

const base64 = (bytes: Buffer) => bytes.toString('base64');

describe('a file in a command', () => {
  it('stores a PDF byte by byte', async () => {
    const bytes = Buffer.from('%PDF-1.7\npage 23\n%%EOF\n');
    const made = await preparePaper(base64(bytes));
    expect(made.ok && [made.value.mediaType, made.value.bytes.equals(bytes)]).toEqual(['application/pdf', true]);
  });
  it('rejects an HTML page as a PDF, with any start and end', async () => {
    for (const text of ['%PDF-<html><script>alert(1)</script>', '<html>%PDF-1.7\n%%EOF', '%PDF-1.7\n<html></html>'])
      expect(await preparePaper(base64(Buffer.from(text)))).toMatchObject({ ok: false, reason: 'invalid' });
  });
  it('a picture is made smaller and loses what else was stored in it', async () => {
    const picture = await sharp({ create: { width: 3000, height: 20, channels: 3, background: '#1f6f6b' } })
      .withExif({ IFD0: { Copyright: 'Low Orchard' } })
      .jpeg()
      .toBuffer();
    const made = await preparePaper(base64(picture));
    if (!made.ok) throw new Error(made.problem);
    const read = await sharp(made.value.bytes).metadata();
    expect([made.value.mediaType, read.exif, read.width < 3000]).toEqual(['image/jpeg', undefined, true]);
  });
  it.each([
    ['words', Buffer.from('only words'), /neither a PDF nor a picture/],
    ['a script that calls itself one', Buffer.from('<svg onload="x"/>'), /neither a PDF nor a picture/],
  ])('%s: refused with a sentence', async (_, bytes, said) => {
    const made = await preparePaper(base64(bytes));
    expect(made).toMatchObject({ ok: false, reason: 'invalid' });
    expect(!made.ok && made.problem).toMatch(said);
  });
  it('refuses a file that is too large, empty or not base64 before reading it', () => {
    const problem = (data: string) => paperData.safeParse(data).error?.issues[0]?.message;
    expect(problem('')).toBe('The file is empty. Choose it again.');
    expect(problem('not base64 at all!')).toMatch(/arrived incomplete/);
    expect(problem('A'.repeat(Math.ceil(LARGEST_PAPER_BYTES / 3) * 4 + 4))).toMatch(/larger than 8 MB/);
    expect(problem(base64(Buffer.alloc(3000)))).toBeUndefined();
  });
});
