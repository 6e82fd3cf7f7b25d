import { Checkbox } from '../kit/checkbox.tsx';
import { Select } from '../kit/select.tsx';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { acceptArrivals, type Arrival, type Planned, type Site } from '@placard/core/contract';
import { termsOf } from '@placard/core/licence';
import { useMay } from '../kit/asking.ts';
import { Progress } from '../kit/bar.tsx';
import { Thumbnail } from '../kit/thumbnail.tsx';
import { inBytes, inPixels, inTime } from '@placard/core/text';
import { ago } from '../kit/days.ts';
import type { Decision } from './decision.ts';
import { LookAlike, TakenName } from './doubts.tsx';
import type { Sending } from '../kit/uploads.ts';

function Row({
  choice,
  picture,
  children,
  actions,
}: {
  choice?: ReactNode;
  picture: ReactNode;
  children: ReactNode;
  actions: ReactNode;
}) {
  return (
    <div className="grid grid-cols-[18px_112px_minmax(0,1fr)_auto] items-start gap-x-4 gap-y-2 border-b border-rule py-2.5 max-sm:grid-cols-[18px_72px_minmax(0,1fr)]">
      <span className="pt-1.5">{choice}</span>
      {picture}
      <div className="min-w-0">{children}</div>
      <div className="flex items-center gap-1.5 max-sm:col-span-3 max-sm:justify-end">{actions}</div>
    </div>
  );
}

const WAITS: Partial<Record<Sending['state'], string>> = {
  comparing: 'Being compared with what is held',
  queued: 'Waiting its turn',
};

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
  const known = file.state === 'known';
  return (
    <Row
      picture={<span className="hatched block h-[76px] opacity-30" />}
      actions={
        <>
          {(known || (file.state === 'failed' && file.bytes > 0)) && (
            <button type="button" className="button" onClick={onRetry}>
              {known ? 'Send it all the same' : 'Go on'}
            </button>
          )}
          <button
            type="button"
            className="button-plain"
            aria-label={`${known ? 'Skip' : 'Cancel'} ${file.fileName}`}
            onClick={onCancel}
          >
            {known ? 'Skip it' : 'Cancel'}
          </button>
        </>
      }
    >
      <p className="truncate font-semibold">{file.fileName}</p>
      {!known && (
        <div className="my-1.5 max-w-[420px]">
          <Progress done={file.sent} total={file.bytes} label={`Sending ${file.fileName}`} />
        </div>
      )}
      <p className="caption">
        {WAITS[file.state] ??
          (known ? inBytes(file.bytes) : `${inBytes(file.sent)} of ${inBytes(file.bytes)}`)}
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
  planned: Planned | undefined;
  chosen: boolean;
  onChoose: (range: boolean) => void;
  onDecide: (decision: Decision) => void;
  onAccept: (instead?: string) => void;
  onDiscard: () => void;
}

/** A file that is here, or is coming from another window or from the web. */
export function ArrivalRow(props: ArrivalRowProps) {
  const { arrival, sections, decision, planned, chosen, onChoose, onDecide, onAccept, onDiscard } = props;
  const { facts, state, fileName } = arrival;
  const ready = state === 'ready';
  const mayDecide = useMay(acceptArrivals);
  const open = ready && mayDecide;
  const other = arrival.alike[0];
  return (
    <Row
      choice={
        open && (
          <Checkbox
            label={`Choose ${fileName}`}
            checked={chosen}
            onChange={(_on, withShift) => onChoose(withShift)}
          />
        )
      }
      picture={<Thumbnail src={arrival.thumbnail} facts={facts} className="h-[76px]" />}
      actions={
        <>
          {open && (
            <button
              type="button"
              className="button"
              aria-label={`Accept ${fileName}`}
              onClick={() => onAccept()}
            >
              Accept
            </button>
          )}
          {mayDecide && (
            <button
              type="button"
              className="button-plain"
              aria-label={`Discard ${fileName}`}
              onClick={onDiscard}
            >
              {state === 'fetching' ? 'Cancel' : 'Discard'}
            </button>
          )}
        </>
      }
    >
      {open ? (
        <div className="flex flex-wrap gap-2">
          <input
            className="input max-w-[420px] min-w-0 flex-1 basis-[200px] font-serif"
            aria-label={`Title of ${fileName}`}
            placeholder="Give it a name in words"
            value={decision.title ?? arrival.proposedTitle}
            onChange={(event) => onDecide({ title: event.target.value })}
          />
          <Select
            className="w-[150px]"
            label={`Section of ${fileName}`}
            hideLabel
            value={decision.section ?? ''}
            onChange={(section) => onDecide({ section })}
            options={sections.map(({ id, title }) => [id, title] as const)}
          />
        </div>
      ) : (
        <p className="truncate font-semibold">{(ready && arrival.proposedTitle) || fileName}</p>
      )}
      <p className="caption mt-1 break-words">
        {planned ? <span className="font-mono">{planned.name}</span> : fileName}
        {facts && facts.width > 0 && `, ${inPixels(facts.width, facts.height)} px`}
        {facts?.duration ? `, ${inTime(facts.duration)}` : ''}
        {state === 'sending' &&
          `, ${inBytes(arrival.received)} of ${inBytes(arrival.bytes)}, coming from another window, or broken off: choose the file again to send the rest`}
        {state === 'fetching' && `, ${inBytes(arrival.received)} fetched so far`}
        {state === 'reading' && ', being read'}
        {ready &&
          `, ${inBytes(arrival.bytes)}, ${facts?.extension.toUpperCase()}${facts && facts.orientation > 1 ? ', turned upright' : ''}, ${ago(arrival.arrivedAt)} by ${arrival.by}`}
        {ready && decision.visibility === 'internal' && ', internal'}
        {ready && decision.widest && `, no wider than ${decision.widest} px`}
      </p>
      <Said arrival={arrival} />
      {arrival.forComp && (
        <p className="mt-0.5 text-[13px] text-soft">
          The original of a comp.{' '}
          <Link className="underline" to="?from=agency">
            {arrival.says ? 'Decide beside the comp' : 'It takes its place once it is read'}
          </Link>
        </p>
      )}
      {facts?.note && <p className="mt-0.5 text-[13px] text-ochre">{facts.note}</p>}
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
      {ready && planned?.takenBy && (
        <TakenName
          fileName={fileName}
          planned={planned}
          taken={decision.taken ?? 'number'}
          onChoose={(taken) => onDecide({ taken })}
        />
      )}
      {ready && !arrival.sameAs && other && (
        <LookAlike
          arrival={arrival}
          other={other}
          choice={mayDecide ? { onInstead: () => onAccept(other.asset ?? undefined), onDiscard } : null}
        />
      )}
    </Row>
  );
}

/** What its source says of it, as it will stand on the placard. */
function Said({ arrival: { label, address } }: { arrival: Arrival }) {
  if (!address && !label.creator) return null;
  const terms = label.licence ? termsOf(label.licence) : undefined;
  const from = label.source || (address && new URL(address).hostname);
  const said = [from && `From ${from}`, label.creator && `${from ? 'by' : 'By'} ${label.creator}`];
  return (
    <p className="caption mt-0.5">
      {said.filter(Boolean).join(', ')}
      {terms ? `, ${terms.short || terms.name}` : <span className="text-ochre">, licence not said</span>}
    </p>
  );
}
