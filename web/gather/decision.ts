import { useSame } from '../kit/usesame.ts';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { planArrivals, type Arrival, type Planned, type Visibility, type Wish } from '@placard/core/contract';
import { call } from '../kit/api.ts';
import { paced } from '../kit/pace.ts';

/** What is decided about an arrival before it is accepted; what is left out is as for all. */
export interface Decision {
  title?: string;
  section?: string;
  visibility?: Visibility;
  widest?: number | null;
  taken?: Wish['taken'];
}

/** A decision and what goes for all, as the server wants to hear it. */
export function wishOf({ id, proposedTitle }: Arrival, decision: Decision, all: Decision): Wish {
  return {
    id,
    title: decision.title ?? proposedTitle,
    section: decision.section ?? all.section ?? '',
    visibility: decision.visibility ?? all.visibility ?? 'public',
    widest: decision.widest === undefined ? (all.widest ?? null) : decision.widest,
    taken: decision.taken ?? 'number',
  };
}

/** What accepting would do, asked a moment after the last change. */
export function usePlan(wishes: Wish[]): Map<string, Planned> {
  const asked = useSettled(useSame(wishes));
  const plan = useQuery({
    queryKey: [planArrivals.path, asked],
    queryFn: () => call(planArrivals, { body: { arrivals: asked } }),
    // Before the sections are known, nothing can be filed anywhere.
    enabled: asked.length > 0 && asked.every(({ section }) => section !== ''),
    placeholderData: (before) => before,
  });
  return new Map((plan.data ?? []).map((line) => [line.id, line]));
}

/** How long nothing is typed before it is asked what would become of it, in milliseconds. */
const PAUSE = paced(300);

function useSettled<T>(value: T): T {
  const [settled, settle] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => settle(value), PAUSE);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
