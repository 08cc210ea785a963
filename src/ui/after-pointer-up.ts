'use client';

let down = false;
let watching = false;

/** Begins to watch whether a finger or button is down; once for the page. */
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

/** What comes after a press ends: its click has been given out by then, ms. */
const AFTER_MS = 60;

/**
 * Does something once nothing is pressed: at once, or after the press that is under way and its click. What moves under a press takes the click from the
 * button that was pressed.
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
