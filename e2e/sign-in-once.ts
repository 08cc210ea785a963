import { chromium, type FullConfig } from '@playwright/test';
import { ACCOUNTS, sessionFile } from './people';

/** Signs each person in once and stores the session. Tests start signed in, and the limit on attempts is not reached. */
export default async function signInOnce(config: FullConfig): Promise<void> {
  const { baseURL, launchOptions } = config.projects[0]!.use;
  const browser = await chromium.launch(launchOptions);
  for (const account of Object.values(ACCOUNTS)) {
    const context = await browser.newContext({ baseURL: baseURL! });
    const page = await context.newPage();
    await page.goto('/sign-in');
    await page.getByLabel('Email address').fill(account.email);
    await page.getByLabel('Password').fill(account.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('heading', { name: 'Jobs' }).waitFor();
    await context.storageState({ path: sessionFile(account.email) });
    await context.close();
  }
  await browser.close();
}
