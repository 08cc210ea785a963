import { test as base, type Page } from '@playwright/test';

/** Until React has put a streamed part in its place, its markup waits hidden at the end of the body and would be found twice. */
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

/** The browser test of this house: its pages wait until they are whole. */
export const test = base.extend({
  page: async ({ page }, run) => {
    await run(patient(page));
  },
});

export { expect, type Page } from '@playwright/test';
