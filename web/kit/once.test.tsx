// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Once, useOnce } from './once.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('what is pressed twice', () => {
  it('is done once until its answer is there, and again after that', async () => {
    let answer = () => {};
    const done = vi.fn(() => new Promise<void>((resolve) => (answer = resolve)));
    const { result } = renderHook(() => useOnce(done));
    act(() => {
      result.current.press();
      result.current.press();
    });
    expect(done).toHaveBeenCalledTimes(1);
    expect(result.current.busy).toBe(true);
    await act(async () => {
      await vi.advanceTimersByTimeAsync(10_000);
      result.current.press();
      answer();
      await vi.advanceTimersByTimeAsync(0);
    });
    expect(done).toHaveBeenCalledTimes(1);
    expect(result.current.busy).toBe(false);
    act(() => result.current.press());
    expect(done).toHaveBeenCalledTimes(2);
  });

  it('is done once where it is done at once, and again a moment later', () => {
    const done = vi.fn();
    const { result } = renderHook(() => useOnce(done));
    act(() => {
      result.current.press('a');
      result.current.press('a');
    });
    expect(done).toHaveBeenCalledTimes(1);
    vi.advanceTimersByTime(1000);
    act(() => result.current.press('b'));
    expect(done.mock.calls).toEqual([['a'], ['b']]);
  });

  it('may be tried again at once where it failed', async () => {
    const once = new Once();
    const fails = vi.fn(() => Promise.reject(new Error('no')));
    await expect(once.run('x', fails)).rejects.toThrow('no');
    await expect(once.run('x', fails)).rejects.toThrow('no');
    expect(() =>
      once.run('y', () => {
        throw new Error('at once');
      }),
    ).toThrow('at once');
    expect(once.run('y', () => 3)).toBe(3);
  });

  it('is the same only for the same', () => {
    const once = new Once();
    expect(once.run('one', () => 1)).toBe(1);
    expect(once.run('other', () => 2)).toBe(2);
    expect(once.run('one', () => 3)).toBe(null);
  });
});
