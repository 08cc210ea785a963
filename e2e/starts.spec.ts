import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ACCOUNTS } from './people';
import { expect, test } from './test';

/** Starts of their own on a folder of their own, beside the server that the other tests use. */
test.describe.configure({ mode: 'serial' });
test.skip(() => Boolean(process.env['DATABASE_URL']), 'starts a PostgreSQL of its own');

let data: string;
const running: ChildProcess[] = [];
const PORT = 4890;
const address = `http://127.0.0.1:${PORT}`;

function start(...more: string[]): { child: ChildProcess; said: () => string; ended: Promise<number | null> } {
  const { DATABASE_URL: _none, ...env } = process.env;
  const child = spawn('node', ['scripts/start.mjs', '--data', data, '--port', String(PORT), ...more], { env: { ...env, TAUT_HTTPS: '1' } });
  running.push(child);
  let text = '';
  child.stdout.on('data', (d: Buffer) => (text += d.toString()));
  child.stderr.on('data', (d: Buffer) => (text += d.toString()));
  return { child, said: () => text, ended: new Promise((resolve) => child.once('exit', resolve)) };
}
const healthy = () =>
  fetch(`${address}/healthz`).then(
    (r) => r.ok,
    () => false,
  );
const postmaster = () => Number(readFileSync(join(data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);

test.beforeAll(() => {
  data = mkdtempSync(join(tmpdir(), 'taut-e2e-start-'));
  // For the database's own user, where the tests run as root.
  chmodSync(data, 0o755);
});
test.afterAll(async () => {
  for (const child of running) child.kill('SIGTERM');
  await new Promise((resolve) => setTimeout(resolve, 2500));
  rmSync(data, { recursive: true, force: true });
});

test('a start is one a folder; a database that dies is started again under people’s hands', async ({ browser }) => {
  const first = start();
  await expect.poll(healthy, { timeout: 60_000 }).toBe(true);
  expect(first.said()).toContain('Demo shop loaded');
  const second = start();
  expect(await second.ended).toBe(0);
  expect(second.said()).toContain(`already running at ${address}`);

  const context = await browser.newContext({ baseURL: address });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail address').fill(ACCOUNTS.technician.email);
  await page.getByLabel('Password').fill(ACCOUNTS.technician.password);
  await page.getByLabel('Password').press('Enter');
  // TAUT_HTTPS is set: the cookie goes by https alone, and to this very host.
  await expect.poll(async () => (await context.cookies()).find((c) => c.name === 'taut-session')?.secure).toBe(true);

  process.kill(postmaster(), 'SIGKILL');
  await expect.poll(() => first.said()).toMatch(/The database stopped \(SIGKILL\): .+\. Starting it again/);
  await expect.poll(healthy, { timeout: 20_000 }).toBe(true);
  expect(first.said()).toContain('The database is back');
  await page.goto('/sign-in');
  await expect(
    page
      .getByLabel('E-mail address')
      .or(page.getByRole('heading', { name: 'Bench' }))
      .first(),
  ).toBeVisible();
  await context.close();
});

test('all killed at once it starts again at the first try, and a start that is broken off is gone on with', async () => {
  const before = running[0]!;
  process.kill(postmaster(), 'SIGKILL');
  before.kill('SIGKILL');
  await expect.poll(healthy).toBe(false);
  const again = start();
  await expect.poll(healthy, { timeout: 40_000 }).toBe(true);
  expect(again.said()).not.toContain('Demo shop loaded');
  again.child.kill('SIGINT');
  expect(await again.ended).toBe(0);

  rmSync(data, { recursive: true, force: true });
  // Within the making of the cluster, whose program outlives its start, and between that and serving.
  for (const ms of [700, 1800]) {
    const broken = start();
    await new Promise((resolve) => setTimeout(resolve, ms));
    broken.child.kill('SIGKILL');
    await broken.ended;
  }
  const whole = start();
  let over = false;
  void whole.ended.then(() => (over = true));
  await expect.poll(async () => (await healthy()) || over, { timeout: 60_000, message: whole.said() }).toBe(true);
  expect(whole.said()).toMatch(/Sign in as/);
  whole.child.kill('SIGTERM');
  expect(await whole.ended).toBe(0);
});

test('demo accounts are not served to others than this machine', async () => {
  process.env['TAUT_HOST'] = '0.0.0.0';
  const refused = start();
  delete process.env['TAUT_HOST'];
  expect(await refused.ended).toBe(1);
  expect(refused.said()).toMatch(/everybody knows the password of the demo accounts.*--demo-anyway/);
});
