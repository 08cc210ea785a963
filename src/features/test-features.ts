import { vi } from 'vitest';

/** Pages that are only counted. Call before the screens are imported: `vi.mock('next/navigation', () => navigation)`. */
export const went: string[] = [];
export const navigation = {
  useRouter: () => ({ push: (href: string) => void went.push(href), replace: (href: string) => void went.push(href), refresh: vi.fn() }),
  useSearchParams: () => new URLSearchParams(window.location.search),
  usePathname: () => window.location.pathname,
};
