import { ACCOUNTS } from './people';
import { OwnStart } from './own-start';
import { expect, test } from './test';

test.describe.configure({ mode: 'serial' });
test.skip(() => Boolean(process.env['DATABASE_URL']), 'starts a PostgreSQL of its own');

let own: OwnStart;
const start = (env?: Readonly<Record<string, string>>) => own.start(env);
const healthy = () => own.healthy();

test.beforeAll(() => {
  own = new OwnStart(4890, { TAUT_HTTPS: '1' });
});
test.afterAll(() => own.stopAll());

test('a start is one a folder; a database that dies is started again under people’s hands', async ({ browser }) => {
  const first = start();
  await expect.poll(healthy, { timeout: 60_000 }).toBe(true);
  expect(first.said()).toContain('Demo shop loaded');
  const second = start();
  expect(await second.ended).toBe(0);
  expect(second.said()).toContain(`already running at ${own.address}`);

  const context = await browser.newContext({ baseURL: own.address });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(ACCOUNTS.technician.email);
  await page.getByLabel('Password').fill(ACCOUNTS.technician.password);
  await page.getByLabel('Password').press('Enter');
  // TAUT_HTTPS is set: the cookie is sent over https only, and to this host only.
  await expect.poll(async () => (await context.cookies()).find((c) => c.name === 'taut-session')?.secure).toBe(true);

  process.kill(own.postmaster(), 'SIGKILL');
  await expect.poll(() => first.said()).toMatch(/The database stopped \(SIGKILL\): .+\. Restarting/);
  await expect.poll(healthy, { timeout: 20_000 }).toBe(true);
  // The server is healthy slightly before it prints this.
  await expect.poll(() => first.said()).toContain('The database is back');
  await page.goto('/sign-in');
  await expect(
    page
      .getByLabel('Email address')
      .or(page.getByRole('heading', { name: 'Jobs' }))
      .first(),
  ).toBeVisible();
  await context.close();
});

test('starts at the first try after everything was killed, and continues an interrupted start', async () => {
  const before = own.running[0]!;
  process.kill(own.postmaster(), 'SIGKILL');
  before.kill('SIGKILL');
  await expect.poll(() => own.isSilent()).toBe(true);
  const again = start();
  await expect.poll(healthy, { timeout: 40_000 }).toBe(true);
  expect(again.said()).not.toContain('Demo shop loaded');
  again.child.kill('SIGINT');
  expect(await again.ended).toBe(0);

  own.clear();
  // Kill points: during initdb, which outlives the start, and between initdb and serving.
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
  const refused = start({ TAUT_HOST: '0.0.0.0' });
  expect(await refused.ended).toBe(1);
  expect(refused.said()).toMatch(/the password of the demo accounts is public.*--demo-anyway/);
});
