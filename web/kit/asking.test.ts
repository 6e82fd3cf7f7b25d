// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import { createElement, type ReactNode } from 'react';
import { expect, it, vi } from 'vitest';
import { readSite } from '@placard/core/contract';
import * as api from './api.ts';
import { Refusal } from './api.ts';
import { refusalOf, useAsk, useRenewed } from './asking.ts';

it('what is shown is given new addresses before those that it has end', async () => {
  vi.useFakeTimers();
  let asked = 0;
  vi.spyOn(api, 'call').mockImplementation(() => Promise.resolve({ asked: ++asked }) as never);
  const client = new QueryClient();
  const { result, unmount } = renderHook(
    () => {
      useRenewed();
      return useAsk(readSite, {}, { staleTime: Number.POSITIVE_INFINITY }).data;
    },
    {
      wrapper: ({ children }: { children: ReactNode }) =>
        createElement(QueryClientProvider, { client }, children),
    },
  );
  await act(() => vi.advanceTimersByTimeAsync(1000));
  expect(result.current).toEqual({ asked: 1 });
  // An address holds for an hour.
  await act(() => vi.advanceTimersByTimeAsync(3_500_000));
  expect(result.current).not.toEqual({ asked: 1 });
  const before = asked;
  unmount();
  await vi.advanceTimersByTimeAsync(7_000_000);
  expect(asked).toBe(before);
  vi.useRealTimers();
  vi.restoreAllMocks();
});

it('what was shown stays while only the connection fails, and goes when it is refused', () => {
  const lost = new Refusal(0, { title: 'No connection.' });
  const gone = new Refusal(404, { title: 'This is not held here any more.' });
  expect(refusalOf({ data: {}, error: lost })).toBeNull();
  expect(refusalOf({ data: undefined, error: lost })).toBe(lost);
  expect(refusalOf({ data: {}, error: gone })).toBe(gone);
  expect(refusalOf({ data: {}, error: null })).toBeNull();
});
