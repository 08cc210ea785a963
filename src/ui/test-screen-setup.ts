import 'fake-indexeddb/auto';
import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

/** A page without layout: what asks for the width of the window is told that of a desk. */
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

/** Nothing has a size: what asks for one keeps the first it was given. */
window.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

/** What is waited for comes sooner or later: a busy machine is no failure. */
configure({ asyncUtilTimeout: 10_000 });

afterEach(() => {
  cleanup();
  localStorage.clear();
  vi.restoreAllMocks();
});
