import { test as base, type Page } from '@playwright/test';

/** React holds streamed markup hidden at the end of the body until it is placed. Until then it would be found twice. */
const inPlace = (page: Page) => page.waitForFunction(() => document.querySelector('body > div[hidden][id^="S:"]') === null);

/** A page that has loaded when every streamed part is in its place. */
export function patient(page: Page): Page {
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  page.goto = async (...args) => {
    const answer = await goto(...args);
    await inPlace(page);
    return answer;
  };
  page.reload = async (...args) => {
    const answer = await reload(...args);
    await inPlace(page);
    return answer;
  };
  return page;
}

/** Browser test of this project: pages are awaited until they are complete. */
export const test = base.extend({
  page: async ({ page }, run) => {
    await run(patient(page));
  },
});

export { expect, type Page } from '@playwright/test';
