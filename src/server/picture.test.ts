import sharp from 'sharp';
import { describe, expect, it, vi } from 'vitest';
import { hashPassword } from './password';
import { readLimited } from './body';
import { LARGEST_PICTURE_BYTES, preparePicture } from './picture';

const seen = vi.hoisted(() => ({ opened: 0 }));
/** The library itself, and how often it was handed something. */
vi.mock('sharp', async (original) => {
  const { default: real } = await original<{ default: typeof sharp }>();
  return { default: new Proxy(real, { apply: (target, self, given) => (seen.opened++, Reflect.apply(target, self, given) as unknown) }) };
});

const plain = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#808070' } });
const taken = async (bytes: Buffer) => {
  const made = await preparePicture(bytes);
  if (!made.ok) throw new Error(made.problem);
  return made.picture;
};

describe('a picture made fit to keep', () => {
  it.each(['jpeg', 'png', 'webp'] as const)('takes %s and keeps it as JPEG', async (format) => {
    const picture = await taken(await plain(60, 40).toFormat(format).toBuffer());
    expect([picture.width, picture.height, (await sharp(picture.bytes).metadata()).format]).toEqual([60, 40, 'jpeg']);
  });
  it('rotates it upright by its orientation tag', async () => {
    const left = await sharp({ create: { width: 80, height: 40, channels: 3, background: '#ffffff' } })
      .composite([{ input: { create: { width: 20, height: 40, channels: 3, background: '#ff0000' } }, left: 0, top: 0 }])
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const picture = await taken(left);
    expect([picture.width, picture.height]).toEqual([40, 80]);
    const { data, info } = await sharp(picture.bytes).raw().toBuffer({ resolveWithObject: true });
    const green = (x: number, y: number) => data[(y * info.width + x) * info.channels + 1]!;
    // A quarter turn clockwise brings the red left edge to the top.
    expect([green(20, 5) < 60, green(20, 70) > 200]).toEqual([true, true]);
  });
  it('leaves out where and with what it was taken', async () => {
    const tagged = await plain(60, 40)
      .withExif({ IFD0: { Make: 'SomeCamera', Copyright: 'someone' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .jpeg()
      .toBuffer();
    expect((await sharp(tagged).metadata()).exif).toBeDefined();
    const { bytes } = await taken(tagged);
    expect((await sharp(bytes).metadata()).exif).toBeUndefined();
    expect(bytes.includes('SomeCamera')).toBe(false);
  });
  it('shrinks what is larger than a mark can use, in proportion, and enlarges nothing', async () => {
    const large = await taken(await plain(4800, 1200).png().toBuffer());
    expect([large.width, large.height]).toEqual([2400, 600]);
  });
  it.each<[string, () => Promise<Buffer>]>([
    ['text by the name of a picture', async () => Buffer.from('this is no picture, whatever it is called')],
    [
      'a drawing with scripts',
      async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><script>1</script></svg>'),
    ],
    ['a moving picture format', async () => plain(20, 20).gif().toBuffer()],
    ['one cut short', async () => (await plain(900, 700).jpeg().toBuffer()).subarray(0, 400)],
  ])('%s gets a sentence', async (_, bytes) => {
    const made = await preparePicture(await bytes());
    expect(made).toMatchObject({ ok: false, problem: expect.stringContaining('not a picture that can be read') });
  });
  it('reports the pixels of a small file that decodes to a huge picture', async () => {
    const made = await preparePicture(await plain(16000, 9000).png({ compressionLevel: 9 }).toBuffer());
    expect(made).toMatchObject({ ok: false, problem: expect.stringContaining('50 million pixels') });
  });
  it('refuses a file without the first bytes of a picture unread, at any size', async () => {
    const svg = Buffer.concat([Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><g>'), Buffer.alloc(18 * 1024 * 1024, '<g/>')]);
    // Read, it took nineteen seconds.
    seen.opened = 0;
    expect(await preparePicture(svg)).toMatchObject({ ok: false });
    expect(await preparePicture(Buffer.concat([Buffer.from('GIF89a'), svg]))).toMatchObject({ ok: false });
    expect(seen.opened).toBe(0);
    expect(await preparePicture(await plain(20, 20).png().toBuffer())).toMatchObject({ ok: true });
    expect(seen.opened).toBeGreaterThan(0);
  });
  it('pictures are made one after another, and a password is checked between them', async () => {
    const large = await plain(6000, 5000).jpeg().toBuffer();
    const order: string[] = [];
    const pictures = Array.from({ length: 8 }, (_, i) => preparePicture(large).then((p) => order.push(p.ok ? `picture ${i}` : 'refused')));
    const password = hashPassword('thursday-boat-48').then(() => order.push('password'));
    await Promise.all([...pictures, password]);
    expect(order.filter((o) => o !== 'password')).toEqual(Array.from({ length: 8 }, (_, i) => `picture ${i}`));
    expect(order.indexOf('password')).toBeLessThan(4);
  });
  it('an empty file and one over the limit get their own', async () => {
    expect(await preparePicture(Buffer.alloc(0))).toMatchObject({ ok: false, problem: expect.stringContaining('empty') });
    expect(await preparePicture(Buffer.alloc(LARGEST_PICTURE_BYTES + 1))).toMatchObject({
      ok: false,
      problem: expect.stringContaining('larger than 20 MB'),
    });
  });
});

describe('a body read up to a limit', () => {
  const stream = (parts: number, size: number, seen: { pulled: number }) =>
    new ReadableStream<Uint8Array>({
      pull(controller) {
        if (seen.pulled++ < parts) controller.enqueue(new Uint8Array(size));
        else controller.close();
      },
    });
  it('comes whole under it', async () => expect((await readLimited(stream(5, 10, { pulled: 0 }), 50))!.length).toBe(50));
  it('is dropped over it, without reading the rest', async () => {
    const seen = { pulled: 0 };
    expect(await readLimited(stream(1e6, 1000, seen), 5000)).toBeNull();
    expect(seen.pulled).toBeLessThan(20);
  });
  it('none is an empty one', async () => expect((await readLimited(null, 50))!.length).toBe(0));
});
