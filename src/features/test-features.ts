import { vi } from 'vitest';

/** Pages that are only counted. Call before the screens are imported: `vi.mock('next/navigation', () => navigation)`. */
export const went: string[] = [];
export const navigation = {
  useRouter: () => ({ push: (href: string) => void went.push(href), replace: (href: string) => void went.push(href), refresh: vi.fn() }),
  useSearchParams: () => new URLSearchParams(window.location.search),
  usePathname: () => window.location.pathname,
};

/**
 * The server’s answers to queries in place of `ask`, by name; it refuses others. Call before the screens are imported:
 * `vi.mock('../queries/ask', async () => (await import('../test-features')).queriesThat({ … }))`.
 */
export const queriesThat = (answers: Readonly<Record<string, (input: never) => unknown>>) => ({
  ask: async (name: string, input: never) => {
    const answer = answers[name];
    return answer ? { ok: true, value: await answer(input) } : { ok: false, problem: 'not asked here' };
  },
});
