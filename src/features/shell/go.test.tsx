import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { show } from '@/ui/test-shell';
import { useGo, useLinks } from './go';

const pushed = vi.hoisted(() => [] as string[]);
vi.mock('next/navigation', () => {
  const router = { push: (href: string) => pushed.push(href) };
  return { useRouter: () => router };
});

const PAGES = [
  ['/machines', 'Machines'],
  ['/shelf', 'Stock'],
] as const;
const STAGE = '/jobs/7?stage=fit';

function Page() {
  useLinks(useGo());
  return (
    <>
      {PAGES.map(([href, name]) => (
        <a key={href} href={href}>
          {name}
        </a>
      ))}
      <a href={STAGE} data-stays>
        Fit
      </a>
      <a href="/api/documents/3" target="_blank" rel="noreferrer">
        Page 23
      </a>
    </>
  );
}

/** A server that answers, or does not. */
let isUp = true;
const press = (name: string, how = {}) => fireEvent.click(screen.getByRole('link', { name }), how);

beforeEach(() => {
  pushed.length = 0;
  isUp = true;
  vi.spyOn(globalThis, 'fetch').mockImplementation(async () => {
    if (!isUp) throw new TypeError('Failed to fetch');
    return Response.json({ status: 'ok' });
  });
});
afterEach(() => vi.restoreAllMocks());

it('opens a page once the server has answered', async () => {
  show(<Page />);
  expect(press('Machines')).toBe(false);
  await waitFor(() => expect(pushed).toEqual(['/machines']));
});

it('keeps this page while the server does not answer, and opens the page when it does', async () => {
  isUp = false;
  show(<Page />);
  press('Machines');
  expect(await screen.findByText(/^The server does not answer\. That page opens when it does/)).toBeTruthy();
  expect(pushed).toEqual([]);
  isUp = true;
  await act(async () => window.dispatchEvent(new Event('online')));
  await waitFor(() => expect(pushed).toEqual(['/machines']));
});

it('opens the page that was asked for last, and only that', async () => {
  isUp = false;
  show(<Page />);
  press('Machines');
  await screen.findByText(/^The server does not answer/);
  press('Stock');
  isUp = true;
  await act(async () => window.dispatchEvent(new Event('online')));
  await waitFor(() => expect(pushed).toEqual(['/shelf']));
});

it('states that a page without a copy cannot load without a network', async () => {
  isUp = false;
  vi.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  show(<Page />);
  press('Machines');
  expect(await screen.findByText(/^No network\. That page cannot load/)).toBeTruthy();
  expect(pushed).toEqual([]);
});

it.each([
  ['a link to the same page', 'Fit', {}],
  ['a link to another tab', 'Page 23', {}],
  ['a click with a modifier key', 'Machines', { ctrlKey: true }],
])('leaves %s to the browser', (_, name, how) => {
  show(<Page />);
  expect(press(name, how)).toBe(true);
  expect(globalThis.fetch).not.toHaveBeenCalled();
});
