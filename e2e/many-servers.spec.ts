import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { unfold } from './bay';
import { OwnStart } from './own-start';
import { ACCOUNTS } from './people';
import { expect, patient, test } from './test';

test.describe.configure({ mode: 'serial' });
test.skip(() => Boolean(process.env['DATABASE_URL']), 'starts a PostgreSQL of its own');

/** Copy of the build with another id, as an update of the server has. */
const UPDATED = '.cache/next-updated';
const SECOND = 'http://127.0.0.1:4897';
let own: OwnStart;
let url: string;
let second: ChildProcess | undefined;

test.beforeAll(async () => {
  test.setTimeout(120_000);
  own = new OwnStart(4896);
  await own.untilHealthy(own.start());
  // The scripts are modules of their own kind, which the test runner does not load.
  const print = `import('./scripts/lib/postgres.mjs').then((m) => process.stdout.write(m.runningUrl(process.argv[1], 'taut_sheave')))`;
  url = execFileSync('node', ['-e', print, own.data], { encoding: 'utf8' });
});
test.afterAll(async () => {
  second?.kill('SIGKILL');
  await own.stopAll();
  rmSync(UPDATED, { recursive: true, force: true });
});

/** A second server on the same database. It shares the secret of the sessions. */
async function serveSecond(build?: string): Promise<void> {
  second = spawn('node', ['scripts/serve.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL: url,
      TAUT_SECRET: readFileSync(join(own.data, 'session-secret'), 'utf8').trim(),
      NODE_ENV: 'production',
      PORT: '4897',
      TAUT_HINT: 'none',
      ...(build ? { TAUT_BUILD: build } : {}),
    },
    stdio: 'ignore',
  });
  await expect
    .poll(
      () =>
        fetch(`${SECOND}/healthz`).then(
          (r) => r.ok,
          () => false,
        ),
      { timeout: 40_000 },
    )
    .toBe(true);
}

async function signedIn(
  browser: Browser,
  baseURL: string,
  account: { readonly email: string; readonly password: string },
  more: object = {},
) {
  const context = await browser.newContext({ baseURL, ...more });
  const page = patient(await context.newPage());
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(account.email);
  await page.getByLabel('Password').fill(account.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
  return { context, page };
}
async function saveNote(page: Page, text: string): Promise<void> {
  if (!(await page.getByLabel('Note for the ticket').isVisible())) await unfold(page, 'Note, skip or hold');
  await page.getByLabel('Note for the ticket').fill(text);
  await page.getByRole('button', { name: 'Save note' }).click();
  await expect(page.getByLabel('Note for the ticket')).toHaveValue('');
}

test('two servers behind one database: a change on one appears on the other', async ({ browser }) => {
  test.setTimeout(90_000);
  await serveSecond();
  const one = await signedIn(browser, own.address, ACCOUNTS.owner);
  const two = await signedIn(browser, SECOND, ACCOUNTS.technician);
  await one.page.goto('/jobs/214?stage=look');
  await two.page.goto('/jobs/214?stage=look');
  await expect(one.page.getByRole('status', { name: /has this page open too/ })).toBeVisible();
  await saveNote(two.page, 'Heard on the other server');
  await expect(one.page.getByRole('complementary', { name: 'Ticket' }).getByText('Heard on the other server')).toBeVisible({
    timeout: 2000,
  });
  await one.context.close();
  await two.context.close();
});

test('an update of the server does not strand changes that wait', async ({ browser }) => {
  test.setTimeout(120_000);
  const phone = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true, serviceWorkers: 'allow' };
  const { context, page } = await signedIn(browser, SECOND, ACCOUNTS.technician, phone);
  await page.goto('/jobs/213?stage=look');
  await expect(page.locator('html[data-parts-loaded]')).toBeAttached();
  second!.kill('SIGKILL');
  await saveNote(page, 'Written while the server was updated');
  await expect(page.getByRole('button', { name: /1 waits to be sent/ })).toBeVisible();
  makeUpdatedBuild();
  await serveSecond(UPDATED);
  // The old page sends it. A reload brings the new build, which shows it once.
  await expect(page.getByRole('button', { name: /waits to be sent/ })).toHaveCount(0, { timeout: 40_000 });
  await page.reload();
  await page.getByRole('button', { name: /^Ticket/ }).click();
  await expect(page.getByRole('button', { name: /^Strike out: Written while the server was updated/ })).toHaveCount(1);
  await context.close();
});

test('a backup of one shop is restored into another of the same database, and the shops stay separate', async ({ browser }) => {
  test.setTimeout(120_000);
  const first = await signedIn(browser, own.address, ACCOUNTS.owner);
  const archive = await first.context.request.get('/api/backup');
  expect(archive.headers()['content-type']).toBe('application/zip');
  const file = await archive.body();
  const printed = execFileSync(
    'node',
    ['--import', 'tsx', 'scripts/add-shop.ts', '--shop', 'Reef Road Works', '--name', 'Bram Oake', '--email', 'oake@reef.example'],
    { env: { ...process.env, DATABASE_URL: url }, encoding: 'utf8' },
  );
  const password = /password (\S+) and/.exec(printed)![1]!;
  const other = await signedIn(browser, own.address, { email: 'oake@reef.example', password });
  // Records of the first shop are not there for the second one, by any address.
  for (const path of ['/jobs/213', '/machines/1', '/drives/1', '/customers/1'])
    expect([path, (await other.context.request.get(path)).status()]).toEqual([path, 404]);
  for (const [name, input] of [
    ['job.read', { number: 213 }],
    ['machine.read', { id: 1 }],
    ['drive.read', { id: 1 }],
    ['customer.read', { id: 1 }],
  ] as const) {
    const answer = await other.context.request.get(`/api/query/${name}?${new URLSearchParams({ input: JSON.stringify(input) })}`);
    expect([name, ((await answer.json()) as { ok: boolean }).ok]).toEqual([name, false]);
  }
  expect((await other.context.request.get('/api/photos/1')).status()).toBe(404);
  expect((await other.context.request.get('/api/customers/1/export')).status()).toBe(404);

  await other.page.goto('/shop');
  const choose = other.page.getByLabel('File of the backup');
  await choose.setInputFiles({ name: 'torn.zip', mimeType: 'application/zip', buffer: file.subarray(0, file.length - 2000) });
  await expect(other.page.getByText(/Nothing was restored\. The archive is torn/)).toBeVisible();
  await choose.setInputFiles({ name: 'shop.zip', mimeType: 'application/zip', buffer: file });
  await expect(other.page.getByText('The backup is restored.')).toBeVisible({ timeout: 60_000 });
  await other.page.goto('/jobs/214?stage=look');
  await expect(other.page.getByRole('complementary', { name: 'Ticket' }).getByText('Heard on the other server')).toBeVisible();
  await other.page.goto('/shop');
  await other.page.getByLabel('File of the backup').setInputFiles({ name: 'shop.zip', mimeType: 'application/zip', buffer: file });
  await expect(other.page.getByText(/This shop already has .+ Restore into an empty shop/)).toBeVisible();
  // A change in the restored shop is not one of the first shop.
  await first.page.goto('/jobs/214?stage=look');
  await other.page.goto('/jobs/214?stage=look');
  await saveNote(other.page, 'Only in the second shop');
  await expect(first.page.getByText('Only in the second shop')).toHaveCount(0);
  await first.page.reload();
  await expect(first.page.getByRole('complementary', { name: 'Ticket' })).toBeVisible();
  await expect(first.page.getByText('Only in the second shop')).toHaveCount(0);
  await first.context.close();
  await other.context.close();
});

/** Copies the build, with another id in every file. */
function makeUpdatedBuild(): void {
  rmSync(UPDATED, { recursive: true, force: true });
  cpSync('.next', UPDATED, { recursive: true, filter: (path) => !/\.next\/(?:cache|trace|dev)/.test(path) });
  const id = readFileSync(join(UPDATED, 'BUILD_ID'), 'utf8').trim();
  const next = [...id].reverse().join('');
  const rename = (folder: string) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) {
        rename(path);
        if (entry.name === id) cpSync(path, join(folder, next), { recursive: true });
      } else if (entry.isFile() && /(?:\.(?:js|json|html|rsc|txt)|BUILD_ID)$/.test(entry.name)) {
        const text = readFileSync(path, 'utf8');
        if (text.includes(id)) writeFileSync(path, text.replaceAll(id, next));
      }
    }
  };
  rename(UPDATED);
  if (!existsSync(join(UPDATED, 'BUILD_ID'))) throw new Error('the build was not copied');
}
