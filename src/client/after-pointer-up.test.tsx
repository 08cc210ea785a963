import { act, fireEvent, render, screen } from '@testing-library/react';
import { useEffect } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { afterPointerUp, released, watchPress } from './after-pointer-up';

function Button() {
  useEffect(watchPress, []);
  return <button>Press</button>;
}

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
});
