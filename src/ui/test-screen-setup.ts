import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterEach, beforeEach, vi } from 'vitest';
import { loadParts } from './lazy';

/** jsdom has no layout: queries of the window width return that of a desk. */
window.matchMedia = (query: string) =>
  ({
    matches: /min-width/.test(query),
    media: query,
    onchange: null,
    addListener: () => undefined,
    removeListener: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    dispatchEvent: () => false,
  }) satisfies MediaQueryList;

/** Elements have no size: observers never fire. */
window.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

/** Long timeout for awaited elements: a busy machine is not a failure. */
configure({ asyncUtilTimeout: 10_000 });

/** Screens open with all their parts, as on a device that was idle before. */
beforeEach(async () => void (await loadParts()));

afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.restoreAllMocks();
});
