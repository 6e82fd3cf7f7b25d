import { FolderOpen } from 'lucide-react';
import { useRef, useState } from 'react';
import { acceptArrivals, discardArrival, listArrivals, readSite, type Arrival } from '@placard/core/contract';
import { useAsk, useDo } from '../kit/asking.ts';
import { Empty, Notice } from '../kit/notice.tsx';
import { plural } from '../kit/words.ts';
import { ArrivalRow, SendingRow } from './arrivalrow.tsx';
import { uploads, useSending } from './uploads.ts';

const ACCEPTED =
  '.jpg,.jpeg,.png,.webp,.avif,.gif,.svg,.mp4,.webm,.mp3,.ogg,.wav,image/*,video/mp4,video/webm,audio/*';

/** What is decided about an arrival before it is accepted. */
export interface Decision {
  title?: string;
  section?: string;
}

/** Bring files in, see them arrive, and take them into the holdings. */
export default function Gather() {
  const arrivals = useAsk(listArrivals);
  const site = useAsk(readSite);
  const sending = useSending();
  const [decisions, setDecisions] = useState<Record<string, Decision>>({});
  const [section, setSection] = useState('');
  const accept = useDo(acceptArrivals);
  const discard = useDo(discardArrival);

  const here = new Set(sending.map(({ arrival }) => arrival));
  const list = (arrivals.data ?? []).filter(({ id, state }) => !(state === 'sending' && here.has(id)));
  const ready = list.filter(({ state }) => state === 'ready');
  const sections = site.data?.sections ?? [];
  const everyones = section || sections[0]?.id || '';
  const decide = (id: string, decision: Decision) =>
    setDecisions((before) => ({ ...before, [id]: { ...before[id], ...decision } }));
  const take = (chosen: Arrival[]) =>
    accept.mutate({
      body: {
        arrivals: chosen.map(({ id, proposedTitle }) => ({
          id,
          title: decisions[id]?.title ?? proposedTitle,
          section: decisions[id]?.section ?? everyones,
        })),
      },
    });

  return (
    <main className="mx-auto h-full max-w-[1240px] overflow-y-auto px-5 py-4">
      <div className="mb-3 flex flex-wrap items-end gap-x-6 gap-y-3">
        <div className="mr-auto">
          <h1>Arrivals</h1>
          <p className="text-soft">
            Drop files anywhere on this window, or choose them. Nothing is held until you accept it.
          </p>
        </div>
        <PickFiles />
        {ready.length > 0 && (
          <>
            <label>
              <span className="caption block">File them under</span>
              <select
                className="input w-[170px]"
                value={everyones}
                onChange={(event) => setSection(event.target.value)}
              >
                {sections.map(({ id, title }) => (
                  <option key={id} value={id}>
                    {title}
                  </option>
                ))}
              </select>
            </label>
            <button
              type="button"
              className="button button-go"
              disabled={accept.isPending}
              onClick={() => take(ready)}
            >
              {ready.length === 1 ? 'Accept it' : `Accept all ${ready.length}`}
            </button>
          </>
        )}
      </div>
      {accept.error && <Notice severity="stop">{accept.error.message}</Notice>}
      {accept.data?.left.map(({ arrival, says }) => (
        <Notice key={arrival} severity="warn">
          {says}
        </Notice>
      ))}
      {accept.data && accept.data.accepted.length > 0 && (
        <Notice severity="note">
          {plural(accept.data.accepted.length, 'file')} accepted. The renditions are being made; the labels
          come next.
        </Notice>
      )}
      {arrivals.isSuccess && list.length + sending.length === 0 ? (
        <Empty title="Nothing has arrived">
          Drop pictures, films or drawings here: JPEG, PNG, WebP, AVIF, GIF, SVG, MP4, WebM. They keep their
          original bytes, whatever happens to them later.
        </Empty>
      ) : (
        <ul className="border-t border-edge">
          {sending.map((file) => (
            <SendingRow
              key={file.key}
              file={file}
              onCancel={() => {
                void uploads.cancel(file.key);
                if (file.arrival) discard.mutate({ params: { id: file.arrival } });
              }}
              onRetry={() => uploads.retry(file.key)}
            />
          ))}
          {list.map((arrival) => (
            <ArrivalRow
              key={arrival.id}
              arrival={arrival}
              sections={sections}
              decision={{ section: everyones, ...decisions[arrival.id] }}
              onDecide={(decision) => decide(arrival.id, decision)}
              onAccept={() => take([arrival])}
              onDiscard={() => discard.mutate({ params: { id: arrival.id } })}
            />
          ))}
        </ul>
      )}
    </main>
  );
}

function PickFiles() {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="button" onClick={() => picker.current?.click()}>
        <FolderOpen aria-hidden className="size-4" /> Choose files
      </button>
      <input
        ref={picker}
        type="file"
        multiple
        accept={ACCEPTED}
        aria-label="Files to bring in"
        className="hidden"
        onChange={(event) => {
          if (event.target.files) uploads.add(event.target.files);
          event.target.value = '';
        }}
      />
    </>
  );
}
