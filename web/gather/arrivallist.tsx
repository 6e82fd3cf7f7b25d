import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import { discardArrival, planArrivals, type Arrival, type Site, type Wish } from '@placard/core/contract';
import { useDo, useMay } from '../kit/asking.ts';
import { ArrivalRow, SendingRow } from './arrivalrow.tsx';
import { usePlan, type Decision } from './decision.ts';
import { uploads, type Sending } from '../kit/uploads.ts';

interface ArrivalListProps {
  /** What scrolls round the list. */
  scroller: HTMLElement | null;
  sending: Sending[];
  list: Arrival[];
  sections: Site['sections'];
  decisionOf: (arrival: Arrival) => Decision;
  wishFor: (arrival: Arrival) => Wish;
  chosen: ReadonlySet<string>;
  onChoose: (chosen: ReadonlySet<string>) => void;
  onDecide: (id: string, decision: Decision) => void;
  onAccept: (arrival: Arrival, instead?: string) => void;
  onDiscard: (id: string) => void;
}

/** What is on its way and what has arrived, newest first; only what is in view is drawn, however many there are. */
export function ArrivalList(props: ArrivalListProps) {
  const {
    scroller,
    sending,
    list,
    sections,
    decisionOf,
    wishFor,
    chosen,
    onChoose,
    onDecide,
    onAccept,
    onDiscard,
  } = props;
  const discard = useDo(discardArrival);
  const top = useRef<HTMLDivElement>(null);
  const [margin, setMargin] = useState(0);
  const [last, setLast] = useState<string | null>(null);
  useLayoutEffect(() => {
    // Whatever opens or closes above the list moves it.
    const watch = new ResizeObserver(() => setMargin(top.current?.offsetTop ?? 0));
    if (scroller?.firstElementChild) watch.observe(scroller.firstElementChild);
    return () => watch.disconnect();
  }, [scroller]);
  const rows = useVirtualizer({
    count: sending.length + list.length,
    getScrollElement: () => scroller,
    estimateSize: () => 98,
    getItemKey: (index) => sending[index]?.key ?? list[index - sending.length]?.id ?? index,
    scrollMargin: margin,
    overscan: 6,
  });
  // Only what is in view is asked about, however many there are.
  const inView = rows.getVirtualItems().flatMap(({ index }) => list[index - sending.length] ?? []);
  const mayPlan = useMay(planArrivals);
  const plan = usePlan(mayPlan ? inView.filter(({ state }) => state === 'ready').map(wishFor) : []);
  const choose = (id: string, range: boolean) => {
    const next = new Set(chosen);
    const ready = list.filter(({ state }) => state === 'ready').map(({ id }) => id);
    const [from, to] = [ready.indexOf(last ?? ''), ready.indexOf(id)].toSorted((a, b) => a - b);
    if (range && from !== undefined && to !== undefined && from >= 0)
      for (const between of ready.slice(from, to + 1)) next.add(between);
    else if (!next.delete(id)) next.add(id);
    setLast(id);
    onChoose(next);
  };
  return (
    <div ref={top} role="list" style={{ height: rows.getTotalSize(), position: 'relative' }}>
      {rows.getVirtualItems().map(({ key, index, start }) => {
        const file = sending[index];
        const arrival = list[index - sending.length];
        return (
          <div
            key={key}
            role="listitem"
            aria-setsize={sending.length + list.length}
            aria-posinset={index + 1}
            data-index={index}
            ref={rows.measureElement}
            style={{ position: 'absolute', insetInline: 0, top: start - margin }}
          >
            {file ? (
              <SendingRow
                file={file}
                onCancel={() => {
                  void uploads.cancel(file.key);
                  if (file.arrival) discard.mutate({ params: { id: file.arrival } });
                }}
                onRetry={() => uploads.retry(file.key)}
              />
            ) : (
              arrival && (
                <ArrivalRow
                  arrival={arrival}
                  sections={sections}
                  decision={decisionOf(arrival)}
                  planned={plan.get(arrival.id)}
                  chosen={chosen.has(arrival.id)}
                  onChoose={(range) => choose(arrival.id, range)}
                  onDecide={(decision) => onDecide(arrival.id, decision)}
                  onAccept={(instead) => onAccept(arrival, instead)}
                  onDiscard={() => onDiscard(arrival.id)}
                />
              )
            )}
          </div>
        );
      })}
    </div>
  );
}
