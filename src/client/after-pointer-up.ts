'use client';

let down = false;
let watching = false;

/** Starts tracking whether a finger or button is down. Once per page. */
export function watchPress(): void {
  if (watching) return;
  watching = true;
  for (const [event, is] of [
    ['pointerdown', true],
    ['pointerup', false],
    ['pointercancel', false],
  ] as const)
    window.addEventListener(event, () => (down = is), true);
}

/** Delay after the end of a press, ms. Its click has been dispatched by then. */
const AFTER_MS = 60;

/**
 * Runs a function while no pointer is down: immediately, or after the current press and its click. A layout change
 * during a press would lose the click.
 */
export function afterPointerUp(act: () => void): void {
  if (!down) return act();
  const done = () => {
    window.removeEventListener('pointerup', done, true);
    window.removeEventListener('pointercancel', done, true);
    setTimeout(act, AFTER_MS);
  };
  window.addEventListener('pointerup', done, true);
  window.addEventListener('pointercancel', done, true);
}

/** The same to be waited for. */
export const released = (): Promise<void> => new Promise(afterPointerUp);
