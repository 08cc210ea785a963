'use client';

let down = false;
/** Changes that wait for the end of the current press, in order. */
let waiting: (() => void)[] = [];

/** Delay after the end of a press, ms. Its click has been dispatched by then. */
const AFTER_MS = 60;

function end(): void {
  down = false;
  const acts = waiting;
  waiting = [];
  // Another press may have started by then: what waits continues to wait.
  if (acts.length > 0) setTimeout(() => acts.forEach(afterPointerUp), AFTER_MS);
}

// The server renders screens too, without a window.
if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => (down = true), true);
  window.addEventListener('pointerup', end, true);
  window.addEventListener('pointercancel', end, true);
  // A menu of the system can take the end of a press from the page.
  window.addEventListener('pointermove', ({ buttons }) => down && buttons === 0 && end(), true);
  window.addEventListener('blur', end);
}

/**
 * Runs a function while no pointer is down: immediately, or after the current press and its click. A layout change
 * during a press would lose the click.
 */
export function afterPointerUp(act: () => void): void {
  if (down) waiting.push(act);
  else act();
}

/** The same to be waited for. */
export const released = (): Promise<void> => new Promise(afterPointerUp);
