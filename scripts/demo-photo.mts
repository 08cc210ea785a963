import { readFileSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { seededRandom, validateDrive } from '../src/core/drive';
import { newSeeing, rimAtTap } from '../src/core/see';
import { notebookFor, validateNotebook, type Notebook } from '../src/core/survey';
import { empty } from '../src/features/drives/template-parts';
import { scaleDistance } from '../src/features/survey/photo-distance';
import { markedRims, withRim } from '../src/features/survey/photo-marks';
import { withPulleyTapped, withSpanTapped, withTappedBelt } from '../src/features/survey/photo-route';
import { drawPhotoOf } from '../src/lab/photo-of-drive';

/** Draws the demo photo of a drive, and writes its notebook as a user would have marked it. */
const SEED = 52;
const LONGEST_PX = 1400;
const FILE = 'demo/notebooks/lighthouse';

const read = validateDrive(JSON.parse(readFileSync('demo/drives/lighthouse-generator.drive.json', 'utf8')));
if (!read.ok) throw new Error(JSON.stringify(read.problems));
const { drive } = read;
const photo = drawPhotoOf(drive, 'tilted', seededRandom(SEED), LONGEST_PX);
const { width, height } = photo;
await sharp(Buffer.from(photo.pixels.buffer), { raw: { width, height, channels: 3 } })
  .jpeg({ quality: 72 })
  .toFile(`${FILE}-1.jpg`);

const { data } = await sharp(`${FILE}-1.jpg`).removeAlpha().raw().toBuffer({ resolveWithObject: true });
const seeing = newSeeing({ width, height, pixels: new Uint8Array(data) });
let notebook: Notebook = {
  ...notebookFor(empty('Lighthouse generator, from a photo', 'accessory')),
  notes: 'Photo taken in the engine room with the belt off its guard.',
  photos: [{ id: 'photo-1', photo: 1, width, height, scale: { kind: 'rims' }, marks: [], spans: [] }],
};
const driver = photo.ids.findIndex((id) => drive.pulleys.find((p) => p.id === id)!.role === 'driver');
const drawn: string[] = [];
photo.ids.forEach((_, k) => {
  const i = (driver + k) % photo.ids.length;
  const { rim } = photo.pulleys[i]!;
  const at: [number, number] = [Math.round(rim.x) + 4, Math.round(rim.y) - 5];
  const [page] = notebook.photos;
  const tapped = withPulleyTapped(notebook, page!, at);
  const marked = markedRims(page!.marks);
  const found = rimAtTap(seeing, at, marked);
  const e = found.ellipse ?? { ...rim, angle: (rim.angle * Math.PI) / 180 };
  const off = Math.max(Math.hypot(e.x - rim.x, e.y - rim.y), Math.abs(e.a - rim.a), Math.abs(e.b - rim.b)) / rim.a;
  console.log(
    `${photo.ids[i]}: ${(100 * off).toFixed(1)}% off, ${found.ellipse ? `confidence ${found.confidence.toFixed(2)}` : 'set by hand'}`,
  );
  const label = drive.pulleys.find((p) => p.id === photo.ids[i])!.label ?? photo.ids[i]!;
  drawn[i] = tapped.id;
  notebook = {
    ...tapped.notebook,
    pulleys: tapped.notebook.pulleys.map((p) => (p.id === tapped.id ? { ...p, label } : p)),
    photos: [withRim({ ...page!, marks: [...page!.marks, { of: tapped.id, at, radius: 40 }] }, tapped.id, at, e, found.sd)],
  };
});
const { notebook: withBelt, belt } = withTappedBelt(notebook);
notebook = photo.spans.reduce((now, [x, y]) => withSpanTapped(now, 'photo-1', belt, [Math.round(x), Math.round(y)]) ?? now, withBelt);
const { pair } = scaleDistance(notebook, notebook.photos[0]!)!;
const [a, b] = pair.map((id) => photo.pulleys[drawn.indexOf(id)]!);
// A tape reads to a sixteenth of an inch.
const sixteenths = Math.round((16 * Math.hypot(a!.x - b!.x, a!.y - b!.y)) / 25.4);
const value = (sixteenths * 25.4) / 16;
const part = sixteenths % 16;
const typed = { 'measure-photo-scale': `${Math.floor(sixteenths / 16)}${part === 0 ? '' : ` ${part}/16`} in` };
notebook = { ...notebook, typed, measures: [{ id: 'photo-scale', kind: 'centres', between: [pair[0], pair[1]], value }] };
// Names that stay the same when the picture is drawn again.
const names = new Map(drawn.map((id, i) => [id, photo.ids[i]!]));
const text = [...names].reduce((all, [id, name]) => all.replaceAll(`"${id}"`, `"${name}"`), JSON.stringify(notebook, null, 1));
const checked = validateNotebook(JSON.parse(text));
if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
writeFileSync(`${FILE}.notebook.json`, `${text}\n`);
