import type { ReactNode } from 'react';
import type { Arrival, Site } from '@placard/core/contract';
import { Progress } from '../kit/bar.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { ago, inBytes, inPixels, inTime } from '../kit/words.ts';
import type { Decision } from './gather.tsx';
import type { Sending } from './uploads.ts';

function Row({
  picture,
  children,
  actions,
}: {
  picture: ReactNode;
  children: ReactNode;
  actions: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[112px_minmax(0,1fr)_auto] items-center gap-x-5 gap-y-2 border-b border-rule py-2.5 max-sm:grid-cols-[72px_minmax(0,1fr)]">
      {picture}
      <div className="min-w-0">{children}</div>
      <div className="flex items-center gap-1.5 max-sm:col-span-2 max-sm:justify-end">{actions}</div>
    </li>
  );
}

/** A file on its way from this window. */
export function SendingRow({
  file,
  onCancel,
  onRetry,
}: {
  file: Sending;
  onCancel: () => void;
  onRetry: () => void;
}) {
  return (
    <Row
      picture={<span className="hatched block h-[76px] opacity-30" />}
      actions={
        <>
          {file.state === 'failed' && file.bytes > 0 && (
            <button type="button" className="button" onClick={onRetry}>
              Go on
            </button>
          )}
          <button
            type="button"
            className="button-plain"
            aria-label={`Cancel ${file.fileName}`}
            onClick={onCancel}
          >
            Cancel
          </button>
        </>
      }
    >
      <p className="truncate font-semibold">{file.fileName}</p>
      <div className="my-1.5 max-w-[420px]">
        <Progress done={file.sent} total={file.bytes} label={`Sending ${file.fileName}`} />
      </div>
      <p className="caption">
        {file.state === 'queued' ? 'Waiting its turn' : `${inBytes(file.sent)} of ${inBytes(file.bytes)}`}
        {file.says && (
          <span className={file.state === 'failed' ? 'text-madder' : 'text-ochre'}>. {file.says}</span>
        )}
      </p>
    </Row>
  );
}

interface ArrivalRowProps {
  arrival: Arrival;
  sections: Site['sections'];
  decision: Decision;
  onDecide: (decision: Decision) => void;
  onAccept: () => void;
  onDiscard: () => void;
}

/** A file that is here, or is coming from another window. */
export function ArrivalRow({ arrival, sections, decision, onDecide, onAccept, onDiscard }: ArrivalRowProps) {
  const { facts, state, fileName } = arrival;
  return (
    <Row
      picture={<Thumbnail src={arrival.thumbnail} facts={facts} className="h-[76px]" />}
      actions={
        <>
          {state === 'ready' && (
            <button type="button" className="button" aria-label={`Accept ${fileName}`} onClick={onAccept}>
              Accept
            </button>
          )}
          <button
            type="button"
            className="button-plain"
            aria-label={`Discard ${fileName}`}
            onClick={onDiscard}
          >
            Discard
          </button>
        </>
      }
    >
      {state === 'ready' ? (
        <div className="flex flex-wrap gap-2">
          <input
            className="input max-w-[420px] min-w-0 flex-1 basis-[200px] font-serif"
            aria-label={`Title of ${fileName}`}
            placeholder="Give it a name in words"
            value={decision.title ?? arrival.proposedTitle}
            onChange={(event) => onDecide({ title: event.target.value })}
          />
          <select
            className="input w-[150px]"
            aria-label={`Section of ${fileName}`}
            value={decision.section}
            onChange={(event) => onDecide({ section: event.target.value })}
          >
            {sections.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </div>
      ) : (
        <p className="truncate font-semibold">{fileName}</p>
      )}
      <p className="caption mt-1">
        {state === 'ready' && `${fileName}, `}
        {facts && facts.width > 0 && `${inPixels(facts.width, facts.height)} px, `}
        {facts?.duration ? `${inTime(facts.duration)}, ` : ''}
        {state === 'sending'
          ? `${inBytes(arrival.received)} of ${inBytes(arrival.bytes)}, coming from another window, or broken off: choose the file again to send the rest`
          : inBytes(arrival.bytes)}
        {state === 'reading' && ', being read'}
        {state === 'ready' &&
          `, ${facts?.extension.toUpperCase()}${facts && facts.orientation > 1 ? ', turned upright' : ''}, ${ago(arrival.arrivedAt)} by ${arrival.by}`}
      </p>
      {arrival.says && (
        <p role="alert" className="mt-0.5 text-[13px] text-madder">
          {arrival.says}
        </p>
      )}
      {arrival.sameAs && (
        <p className="mt-0.5 text-[13px] text-ochre">
          The same file is already held as “{arrival.sameAs.title}”.
        </p>
      )}
    </Row>
  );
}
