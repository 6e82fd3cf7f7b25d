import { queryOptions, useQuery } from '@tanstack/react-query';
import { askFraming } from '@placard/core/contract';
import type { Frame } from '@placard/core/embed';
import { call } from '../kit/api.ts';
import { useMay } from '../kit/asking.ts';

/** What is asked of a frame's host: once for all that want to know. */
export const framingQuery = (frame: Frame) =>
  queryOptions({
    queryKey: ['framing', frame.src],
    queryFn: () => call(askFraming, { body: { frame } }),
    staleTime: 60_000,
    retry: false,
  });

/** What a host answers of being framed, and what its page is seen to need; nothing until it has answered. */
export function useFraming(frame: Frame) {
  const may = useMay(askFraming);
  return useQuery({ ...framingQuery(frame), enabled: may }).data ?? null;
}
