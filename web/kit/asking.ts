import { useMutation, useQuery, useQueryClient, type UseQueryOptions } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import type * as v from 'valibot';
import {
  listJobs,
  readAsset,
  readLabelSheet,
  readMe,
  type Changed,
  type Endpoint,
  type Job,
  type Role,
} from '@placard/core/contract';
import { call, mayPass, type Given, type Refusal } from './api.ts';
import { Once } from './once.ts';
import { isTouched, REFRESHED } from './refreshed.ts';
import { paced } from './pace.ts';

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
    'enabled' | 'staleTime' | 'placeholderData' | 'retry' | 'refetchInterval'
  > & {
    /** What has to be over before it is asked. */
    after?: () => Promise<void>;
  } = {},
) {
  const { after, ...kept } = options;
  return useQuery<v.InferOutput<A>, Refusal>({
    queryKey: keyOf(endpoint, given.params as object, given.query as object),
    queryFn: async () => {
      await after?.();
      return call(endpoint, given);
    },
    ...kept,
  });
}

/** Why there is nothing to show, or not any more. What was shown stays while it is only the connection that fails. */
export function refusalOf(query: { data: unknown; error: Refusal | null }): Refusal | null {
  const { data, error } = query;
  return error && data !== undefined && mayPass(error) ? null : error;
}

/** True while what was answered on an earlier visit is asked for anew: it may be true no more. */
export const isOld = (query: {
  isFetching: boolean;
  isFetchedAfterMount: boolean;
  isPlaceholderData: boolean;
}): boolean => query.isFetching && !query.isFetchedAfterMount && !query.isPlaceholderData;

/** True while what is looked for is not known: what is shown, if anything, answers an earlier question. */
export const isLooking = (query: { isPending: boolean; isPlaceholderData: boolean }): boolean =>
  query.isPending || query.isPlaceholderData;

/** How often who is signed in is asked for again where no answer came, in milliseconds. */
const AGAIN = paced(2000);

/** Who is signed in. Where the connection is gone, it is asked for again by itself. */
export const useMe = () =>
  useAsk(
    readMe,
    {},
    {
      retry: false,
      staleTime: Number.POSITIVE_INFINITY,
      refetchInterval: ({ state: { error } }) => (error && mayPass(error) ? AGAIN : false),
    },
  );

/** True when whoever is signed in may use an endpoint; what they may not is not offered to them. */
export function useMay({ roles }: { roles: readonly Role[] }): boolean {
  const { data: me } = useMe();
  return me !== undefined && roles.includes(me.role);
}

/**
 * Calls an endpoint on demand, then has everything asked again that it may have changed. The very same call is not
 * made a second time while the first is under way: whoever presses twice means it once.
 */
export function useDo<P extends Schema, Q extends Schema, B extends Schema, A extends Schema>(
  endpoint: Endpoint<P, Q, B, A>,
) {
  const client = useQueryClient();
  const [once] = useState(() => new Once());
  const mutation = useMutation<v.InferOutput<A>, Refusal, Given<P, Q, B>>({
    mutationFn: (given) => call(endpoint, given),
    onSettled: () => {
      void client.invalidateQueries({ predicate: ({ queryKey }) => String(queryKey[0]) in REFRESHED });
    },
  });
  const { mutateAsync } = mutation;
  const mutate = useCallback<typeof mutation.mutate>(
    (given, options) => {
      void once.run(JSON.stringify(given), () => mutateAsync(given, options).catch(() => undefined));
    },
    [once, mutateAsync],
  );
  return { ...mutation, mutate };
}

/** How often everything is asked for again though nothing is told of it, in milliseconds: signed addresses end after an hour. */
const RENEWED = 1_500_000;

/** Keeps the addresses of what is shown from ending while somebody looks. */
export function useRenewed(): void {
  const client = useQueryClient();
  useEffect(() => {
    const due = setInterval(() => void client.invalidateQueries(), RENEWED);
    return () => clearInterval(due);
  }, [client]);
}

/** Milliseconds within which changes are followed together; not every window at the same moment. */
const refreshAfter = () => paced(500 + Math.random() * 700);

/** Listens to what the server tells of (server-sent events) and keeps every screen true. */
export function useServerEvents(): void {
  const client = useQueryClient();
  useEffect(() => {
    const events = new EventSource('/api/events');
    let due: ReturnType<typeof setTimeout> | undefined;
    let waiting: Changed[] = [];
    const refresh = () => {
      due = undefined;
      const [these, before] = [waiting, opened];
      waiting = [];
      void client.invalidateQueries({
        predicate: ({ queryKey }) => before > 1 || these.some((changed) => isTouched(queryKey, changed)),
      });
      if (before > 1) opened = 1;
    };
    let opened = 0;
    // What changed while nobody told of it is not known: everything is asked again.
    events.addEventListener('open', () => {
      if (++opened > 1) due ??= setTimeout(refresh, refreshAfter());
    });
    // Many things change at once while many files come in; every screen follows within a moment.
    events.addEventListener('changed', (event) => {
      waiting.push(JSON.parse((event as MessageEvent<string>).data) as Changed);
      due ??= setTimeout(refresh, refreshAfter());
    });
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
