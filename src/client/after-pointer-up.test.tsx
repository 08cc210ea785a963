import { act, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { afterPointerUp, released } from './after-pointer-up';

const Button = () => <button>Press</button>;

describe('what waits for a press to end', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  it('runs immediately if nothing is pressed', () => {
    render(<Button />);
    const done = vi.fn();
    afterPointerUp(done);
    expect(done).toHaveBeenCalledOnce();
  });
  it.each(['pointerUp', 'pointerCancel'] as const)('comes after the click of a press that is under way (%s)', async (end) => {
    render(<Button />);
    const order: string[] = [];
    const button = screen.getByText('Press');
    button.addEventListener('click', () => order.push('click'));
    fireEvent.pointerDown(button);
    afterPointerUp(() => order.push('moved'));
    const waited = released().then(() => order.push('answered'));
    await act(() => vi.advanceTimersByTimeAsync(5_000));
    expect(order).toEqual([]);
    fireEvent[end](button);
    fireEvent.click(button);
    await act(() => vi.advanceTimersByTimeAsync(100));
    await waited;
    expect(order).toEqual(['click', 'moved', 'answered']);
  });
  it('waits for the next press too, if that starts before the first is over', async () => {
    render(<Button />);
    const button = screen.getByText('Press');
    const done = vi.fn();
    fireEvent.pointerDown(button);
    afterPointerUp(done);
    fireEvent.pointerUp(button);
    fireEvent.pointerDown(button);
    await act(() => vi.advanceTimersByTimeAsync(5_000));
    expect(done).not.toHaveBeenCalled();
    fireEvent.pointerUp(button);
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect(done).toHaveBeenCalledOnce();
  });
  it.each([
    ['the pointer moves without a button', (button: Element) => fireEvent.pointerMove(button, { buttons: 0 })],
    ['the window loses the focus', () => fireEvent.blur(window)],
  ])('ends a press with a lost release once %s', async (_, happens) => {
    render(<Button />);
    const done = vi.fn();
    fireEvent.pointerDown(screen.getByText('Press'));
    afterPointerUp(done);
    happens(screen.getByText('Press'));
    await act(() => vi.advanceTimersByTimeAsync(100));
    expect(done).toHaveBeenCalledOnce();
  });
});
