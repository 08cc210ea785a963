import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { whyNotAnswering } from './database-url.mjs';
import { secretIn, whyNotWritable, writeWhole } from './files.mjs';
import { startedAt, takeFolder } from './lock.mjs';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'taut-starts-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('a data folder has one holder', () => {
  const file = () => join(folder, 'running.json');

  it('reports the address of the holder and changes nothing; after release it can be locked again', async () => {
    const first = await takeFolder(folder);
    if (!first.taken) throw new Error();
    first.serving('http://127.0.0.1:4270');
    const before = readFileSync(file(), 'utf8');
    expect(await takeFolder(folder)).toEqual({ taken: false, pid: process.pid, address: 'http://127.0.0.1:4270' });
    expect(readFileSync(file(), 'utf8')).toBe(before);
    first.free();
    expect(existsSync(file())).toBe(false);
    expect((await takeFolder(folder)).taken).toBe(true);
  });
  it.each<[string, () => string]>([
    ['one that was killed', () => JSON.stringify({ pid: spawnSync('true').pid, started: '1', address: 'http://x' })],
    ['a process of the same number that is another', () => JSON.stringify({ pid: process.pid, started: '1', address: 'http://x' })],
    ['a file cut short', () => '{"pid": 12'],
    ['an empty file', () => ''],
  ])('what %s left is swept aside', async (_, left) => {
    writeFileSync(file(), left());
    expect((await takeFolder(folder)).taken).toBe(true);
    expect(readdirSync(folder)).toEqual(['running.json']);
  });
  it('is locked by one of many simultaneous processes', async () => {
    writeFileSync(file(), 'left over');
    const program = `import { takeFolder } from ${JSON.stringify(join(import.meta.dirname, 'lock.mjs'))};
      const got = await takeFolder(${JSON.stringify(folder)});
      console.log(got.taken ? 'taken' : 'told');
      await new Promise((r) => setTimeout(r, 2500));`;
    const said = await Promise.all(
      Array.from(
        { length: 6 },
        () =>
          new Promise<string>((resolve) => {
            const child = spawn(process.execPath, ['--input-type=module', '-e', program]);
            let out = '';
            child.stdout.on('data', (d: Buffer) => (out += d.toString()));
            child.on('exit', () => resolve(out.trim()));
          }),
      ),
    );
    expect(said.sort()).toEqual(['taken', 'told', 'told', 'told', 'told', 'told']);
  });
  it('a process is known by number and time of start', () => {
    expect(startedAt(process.pid)).toMatch(/^\d+$/);
    expect(startedAt(2 ** 30)).toBeNull();
  });
});

describe('stored files', () => {
  it('creates a secret once, and again if it is unreadable', () => {
    const file = join(folder, 'deep/er/secret');
    const first = secretIn(file);
    expect(first.fresh).toBe(true);
    expect(first.secret.length).toBeGreaterThanOrEqual(32);
    expect(secretIn(file)).toEqual({ secret: first.secret, fresh: false });
    writeFileSync(file, 'cut');
    const again = secretIn(file);
    expect([again.fresh, again.secret === first.secret]).toEqual([true, false]);
  });
  it('writes a file completely or not at all, with nothing left next to it', () => {
    const file = join(folder, 'kept');
    writeWhole(file, 'one');
    expect(() => writeWhole(join(folder, 'nowhere/kept'), 'two')).toThrow();
    expect(() => writeWhole(file, undefined as unknown as string)).toThrow();
    expect([readFileSync(file, 'utf8'), readdirSync(folder)]).toEqual(['one', ['kept']]);
  });
  it('reports a folder without write access in a sentence', () => {
    expect(whyNotWritable(join(folder, 'new'))).toBeNull();
    expect(readdirSync(join(folder, 'new'))).toEqual([]);
    writeFileSync(join(folder, 'file'), '');
    expect(whyNotWritable(join(folder, 'file/data'))).toMatch(/cannot be used: .* Choose another with --data FOLDER\.$/);
    chmodSync(folder, 0o500);
    // Root may write to any folder.
    if (process.getuid?.() !== 0) expect(whyNotWritable(join(folder, 'x'))).toMatch(/you may not write there/);
    chmodSync(folder, 0o700);
  });
});

describe('an address of a database', () => {
  const listening = (act: Parameters<typeof createServer>[1]) =>
    new Promise<{ server: Server; port: number }>((resolve) => {
      const server = createServer(act as never).listen(0, '127.0.0.1', () =>
        resolve({ server, port: (server.address() as AddressInfo).port }),
      );
    });
  it.each([
    ['nonsense', /is not a valid address/],
    ['http://127.0.0.1/x', /must start with postgres:/],
    ['postgres://127.0.0.1:5432', /names no database/],
    ['postgres://127.0.0.1:1/x', /nothing listens there/],
    ['postgres://no-such-host.invalid/x', /no such host|cannot be resolved/],
  ])('%s', async (url, sentence) => expect(await whyNotAnswering(url)).toMatch(sentence));
  it.each<[string, (socket: Socket) => void, RegExp | null]>([
    ['says nothing', () => undefined, /Nothing answers/],
    ['hangs up', (s) => s.end(), /closed the connection/],
    ['speaks something else', (s) => s.once('data', () => s.write('HTTP/1.1 400 Bad Request\r\n')), /not PostgreSQL/],
    ['refuses TLS as a server may', (s) => s.once('data', () => s.write('N')), null],
    ['offers TLS', (s) => s.once('data', () => s.write('S')), null],
  ])('where what answers %s', async (_, act, sentence) => {
    const { server, port } = await listening(act as never);
    const said = await whyNotAnswering(`postgres://taut@127.0.0.1:${port}/x`);
    server.close();
    if (sentence === null) expect(said).toBeNull();
    else expect(said).toMatch(sentence);
  });
});
