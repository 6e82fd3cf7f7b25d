import { useMutation, useQuery, useQueryClient, type UseQueryOptions } from '@tanstack/react-query';
import { useEffect } from 'react';
import type * as v from 'valibot';
import {
  listArrivals,
  listAssets,
  listComps,
  listHosts,
  listJobs,
  listKeptSearches,
  listPages,
  listSentFilms,
  listShortlists,
  listVersions,
  listBatches,
  listPrepSheets,
  judgeAsset,
  listEnding,
  listLabelChanges,
  listPermissions,
  listUnchecked,
  readAsset,
  readLabelSheet,
  readMe,
  readRoom,
  readSite,
  readStages,
  type Endpoint,
  type Job,
  type Role,
} from '@placard/core/contract';
import { call, type Given, type Refusal } from './api.ts';

type Schema = v.GenericSchema;

/** The key under which the answer of an endpoint is kept. */
export function keyOf(endpoint: { path: string }, params: object = {}, query: object = {}): unknown[] {
  return [endpoint.path, params, query];
}

/** Asks an endpoint and keeps its answer fresh. */
export function useAsk<P extends Schema, Q extends Schema, B extends Schema, A extends Schema>(
  endpoint: Endpoint<P, Q, B, A>,
  given: Pick<Given<P, Q, B>, 'params' | 'query'> = {},
  options: Pick<
    UseQueryOptions<v.InferOutput<A>, Refusal>,
    'enabled' | 'staleTime' | 'placeholderData' | 'retry'
  > = {},
) {
  return useQuery<v.InferOutput<A>, Refusal>({
    queryKey: keyOf(endpoint, given.params as object, given.query as object),
    queryFn: () => call(endpoint, given),
    ...options,
  });
}

/** Who is signed in. */
export const useMe = () => useAsk(readMe, {}, { retry: false, staleTime: Number.POSITIVE_INFINITY });

/** True when whoever is signed in may use an endpoint; what they may not is not offered to them. */
export function useMay({ roles }: { roles: readonly Role[] }): boolean {
  const { data: me } = useMe();
  return me !== undefined && roles.includes(me.role);
}

/** Calls an endpoint on demand, then has everything asked again that it may have changed. */
export function useDo<P extends Schema, Q extends Schema, B extends Schema, A extends Schema>(
  endpoint: Endpoint<P, Q, B, A>,
) {
  const client = useQueryClient();
  return useMutation<v.InferOutput<A>, Refusal, Given<P, Q, B>>({
    mutationFn: (given) => call(endpoint, given),
    onSettled: () => {
      for (const changing of CHANGING) void client.invalidateQueries({ queryKey: [changing.path] });
    },
  });
}

const CHANGING = [
  listArrivals,
  listAssets,
  listComps,
  listHosts,
  listKeptSearches,
  listPages,
  listSentFilms,
  listShortlists,
  listVersions,
  listBatches,
  listPrepSheets,
  judgeAsset,
  listEnding,
  listLabelChanges,
  listPermissions,
  listUnchecked,
  readAsset,
  readLabelSheet,
  readRoom,
  readSite,
  readStages,
];

/** Milliseconds within which changes are followed together. */
const REFRESH_AFTER = 700;

/** Listens to what the server tells of (server-sent events) and keeps every screen true. */
export function useServerEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const events = new EventSource('/api/events');
    let due: ReturnType<typeof setTimeout> | undefined;
    // Many things change at once while many files come in; every screen follows within a moment.
    const refresh = () => {
      due ??= setTimeout(() => {
        due = undefined;
        for (const changing of CHANGING) void client.invalidateQueries({ queryKey: [changing.path] });
      }, REFRESH_AFTER);
    };
    events.addEventListener('changed', refresh);
    events.addEventListener('jobs', (event) => {
      client.setQueryData(keyOf(listJobs), JSON.parse((event as MessageEvent<string>).data) as Job[]);
      // How far they are is told by these too.
      for (const told of [readAsset, readLabelSheet])
        void client.invalidateQueries({ queryKey: [told.path] });
    });
    return () => {
      clearTimeout(due);
      events.close();
    };
  }, [client]);
}
