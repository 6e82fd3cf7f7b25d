import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useReducer, useRef } from 'react';
import { flushSync } from 'react-dom';
import { matchPath, useNavigate, useParams } from 'react-router';
import { listAssets, readAsset, type Asset } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { keyOf, useAsk } from '../kit/asking.ts';
import { isAt } from '../kit/leadon.tsx';
import { useSelection } from '../kit/selection.tsx';
import { useLatest } from '../kit/uselatest.ts';
import { largeOf } from './large.tsx';

/** Walks from one label that is not complete to the next: which is looked at, and those that wait. */
export function useLabelWalk() {
  const lacking = useAsk(listAssets, { query: { lacking: 'label', limit: '200' } });
  const all = useAsk(listAssets, { query: { limit: '200' } });
  const { asset: selected, select } = useSelection();
  const { asset: routed } = useParams();
  const navigate = useNavigate();
  const unlabelled = useMemo(() => lacking.data?.assets ?? [], [lacking.data]);
  const walked = all.data?.assets ?? [];
  // The address changes at once, and the router follows when it finds time: who walks does not wait for that.
  const [, redraw] = useReducer((drawn: number) => drawn + 1, 0);
  const asked = matchPath('/label/:asset', window.location.pathname)?.params.asset ?? routed;
  // What waits comes first: nothing else is opened before it is known whether anything does.
  const first = lacking.isLoading ? undefined : (unlabelled[0]?.id ?? selected ?? walked[0]?.id);
  const id = asked ?? first ?? null;
  useEffect(() => {
    if (id && id !== selected) select(id);
  }, [id, selected, select]);
  const go = useCallback(
    (chosen: string) => {
      void navigate(`/label/${chosen}`, { replace: true });
      flushSync(redraw);
      select(chosen);
    },
    [navigate, select],
  );
  // What is written on stays before the writer until they say otherwise, whatever leaves the list meanwhile.
  useEffect(() => {
    // Whoever has pressed another stage meanwhile is not called back.
    if (id && !asked && isAt('/label')) void navigate(`/label/${id}`, { replace: true });
  }, [id, asked, navigate]);
  const next = useCallback(
    (by: 1 | -1) => {
      const others = unlabelled.filter((asset) => asset.id !== id);
      const at = unlabelled.findIndex((asset) => asset.id === id);
      const target = at >= 0 ? unlabelled[at + by] : by === 1 ? others[0] : others.at(-1);
      if (target) go(target.id);
    },
    [unlabelled, id, go],
  );
  // Known to the listener as soon as it is shown, so that no press is lost however fast they follow.
  const walk = useLatest(next);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!event.altKey || (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')) return;
      event.preventDefault();
      // Leaving a field keeps what was written in it.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      walk.current(event.key === 'ArrowRight' ? 1 : -1);
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, [walk]);
  usePreload(unlabelled, id);
  return {
    /** Which label is looked at; null for none. */
    id,
    unlabelled,
    /** All that is held, for a strip where no label lacks anything; null until it is known. */
    all: all.data?.assets ?? null,
    go,
    next,
  };
}

/** Has what comes next on the walk ready before it is asked for: its label, and its picture decoded. */
function usePreload(walk: readonly Asset[], id: string | null): void {
  const client = useQueryClient();
  // Held on to, so that the browser does too.
  const pictures = useRef<HTMLImageElement[]>([]);
  useEffect(() => {
    const at = walk.findIndex((asset) => asset.id === id);
    for (const next of [walk[at + 1], walk[at - 1]])
      if (next)
        void client
          .fetchQuery({
            queryKey: keyOf(readAsset, { id: next.id }),
            queryFn: () => call(readAsset, { params: { id: next.id } }),
            staleTime: 20_000,
          })
          .then((detail) => {
            const image = new Image();
            image.src = largeOf(detail);
            pictures.current = [...pictures.current, image].slice(-4);
            return image.decode();
          })
          // What cannot be had now is asked for again when it is come to.
          .catch(() => undefined);
  }, [walk, id, client]);
}
