import { useQuery } from '@tanstack/react-query';
import { askFraming } from '@placard/core/contract';
import type { Frame } from '@placard/core/embed';
import { call } from '../kit/api.ts';
import { useMay } from '../kit/asking.ts';

/** What a host answers of being framed, and what its page is seen to need; nothing until it has answered. */
export function useFraming(frame: Frame) {
  const may = useMay(askFraming);
  const asked = useQuery({
    queryKey: ['framing', frame.src],
    queryFn: () => call(askFraming, { body: { frame } }),
    enabled: may,
    staleTime: 60_000,
    retry: false,
  });
  return asked.data ?? null;
}
