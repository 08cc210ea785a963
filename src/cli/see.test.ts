import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { readTaps } from './see';

const root = join(__dirname, '../..');
const taut = (...args: string[]) => spawnSync(join(root, 'bin/taut'), args, { encoding: 'utf8' });
const folder = mkdtempSync(join(tmpdir(), 'taut-see-'));
const file = (name: string) => join(folder, name);
/** A disc with its middle at 300, 200 and a radius of 90 px, 640 by 400 px. */
const disc = sharp(
  Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="640" height="400"><rect width="640" height="400" fill="#345"/><circle cx="300" cy="200" r="90" fill="#ccc"/></svg>',
  ),
);

beforeAll(async () => {
  execFileSync(process.execPath, [join(root, 'scripts/build-command.mjs')]);
  await disc.clone().jpeg({ quality: 80 }).toFile(file('disc.jpg'));
  await disc.clone().webp().toFile(file('disc.webp'));
  // Stored turned by a quarter, with the tag that turns it back.
  await disc.clone().rotate(-90).jpeg().withMetadata({ orientation: 6 }).toFile(file('turned.jpg'));
  await disc.clone().resize(160).png().toFile(file('small.png'));
  writeFileSync(file('text.jpg'), 'A page of text.');
}, 60_000);

describe('see', () => {
  it('answers one picture as an object and several as an array, in order', () => {
    const one = JSON.parse(taut('see', file('disc.jpg'), '--tap', '310,190').stdout);
    expect(Object.keys(one)).toEqual(['file', 'width', 'height', 'taps', 'found']);
    expect(one).toMatchObject({ file: file('disc.jpg'), width: 640, height: 400, found: null });
    const [tap] = one.taps;
    expect(Object.keys(tap)).toEqual(['tap', 'ellipse', 'sd', 'confidence', 'reason']);
    expect(tap.tap).toEqual([310, 190]);
    expect(Object.keys(tap.ellipse)).toEqual(['x', 'y', 'a', 'b', 'angle']);
    expect(Math.hypot(tap.ellipse.x - 300, tap.ellipse.y - 200)).toBeLessThan(2);
    expect(Math.abs(tap.ellipse.a - 90)).toBeLessThan(2);
    const both = JSON.parse(taut('see', file('disc.webp'), file('disc.jpg'), '--tap', '310,190', '--all').stdout);
    expect(both.map((b: { file: string }) => b.file)).toEqual([file('disc.webp'), file('disc.jpg')]);
    expect(both[0].found).toHaveLength(1);
    expect(Object.keys(both[0].found[0])).toEqual(['x', 'y', 'a', 'b', 'angle', 'confidence']);
  }, 60_000);

  it('sees a picture upright, by its orientation', () => {
    const { width, height, taps } = JSON.parse(taut('see', file('turned.jpg'), '--tap', '310,190').stdout);
    expect([width, height]).toEqual([640, 400]);
    expect(Math.hypot(taps[0].ellipse.x - 300, taps[0].ellipse.y - 200)).toBeLessThan(2);
  });

  it('has no ellipse where nothing round is', () => {
    const { taps } = JSON.parse(taut('see', file('disc.jpg'), '--tap', '560,60').stdout);
    expect(taps[0]).toMatchObject({ ellipse: null, sd: null, confidence: 0 });
    expect(taps[0].reason).not.toBe('');
  });

  it.each([
    ['a file that is not a picture', ['text.jpg', '--all'], /text\.jpg: this is not a picture that can be read; use JPEG, PNG or WebP/],
    ['a small picture', ['small.png', '--all'], /small\.png: the picture is 160 by 100 pixels; its longer side must have 200 or more/],
    ['a tap outside', ['disc.jpg', '--tap', '641,20'], /disc\.jpg: the tap 641,20 is outside the picture of 640 by 400 pixels/],
    ['no tap', ['disc.jpg'], /enter at least one --tap X,Y, or --all/],
    ['half a tap', ['disc.jpg', '--tap', '12'], /--tap must be two numbers of pixels with a comma, such as 640,480, not “12”/],
    ['a missing file', ['gone.jpg', '--all'], /gone\.jpg: there is no such file/],
  ])('refuses %s in one line', (_what, [name, ...args], says) => {
    const { status, stdout, stderr } = taut('see', file(name!), ...args);
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toMatch(says);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });

  it('reads taps as pairs of numbers', () => {
    expect(readTaps(['1,2', ' 3.5 , 4'])).toEqual({
      ok: true,
      taps: [
        [1, 2],
        [3.5, 4],
      ],
    });
    for (const bad of ['', '1', '1,2,3', 'a,b', '1,']) expect(readTaps([bad]).ok).toBe(false);
  });
});
