/** Writes what a page shows into its address, so that a reload and Back show the same. The server is not asked. */
export const putAddress = (how: 'push' | 'replace', search: string): void =>
  window.history[`${how}State`](null, '', `${window.location.pathname}${search}`);
