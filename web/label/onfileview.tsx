import { FileText, Globe } from 'lucide-react';
import { useState } from 'react';
import {
  addEvidence,
  addPermission,
  decidePermission,
  listPermissions,
  MOST_EVIDENCE,
  PERMISSION_KINDS,
  type PermissionKind,
  type PermissionOnFile,
} from '@placard/core/contract';
import { refusalOf, useAsk, useDo } from '../kit/asking.ts';
import { Choose, DayLine, TextField, Tick } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';
import { Notice } from '../kit/notice.tsx';
import { inBytes, writtenDay } from '@placard/core/text';
import { ago } from '../kit/days.ts';

const KINDS: Record<PermissionKind, string> = {
  ours: 'It is ours',
  asked: 'Asked for',
  bought: 'Bought',
  free: 'Free licence',
};
const STATES: Record<PermissionOnFile['state'], [string, string]> = {
  unchecked: ['not looked at yet', 'text-ochre'],
  approved: ['approved', 'text-spruce'],
  refused: ['refused', 'text-madder'],
};

/** Who allowed the use, when, until when, with what shows it; and what a reviewer said to it. */
export function OnFileView({ id, mayDecide }: { id: string; mayDecide: boolean }) {
  const permissions = useAsk(listPermissions, { params: { id } });
  const [adding, setAdding] = useState(false);
  const refused = refusalOf(permissions);
  if (refused) return <Notice severity="stop">{refused.message}</Notice>;
  const lines = permissions.data ?? [];
  return (
    <div className="text-[13.5px]">
      {permissions.isSuccess && lines.length === 0 && !adding && (
        <p className="mb-2 text-soft">
          Nothing is on file. Put here who allowed its use, and what shows it: a letter, an invoice, the page
          that states the licence.
        </p>
      )}
      {lines.map((permission) => (
        <Line key={permission.id} permission={permission} mayDecide={mayDecide} />
      ))}
      {adding ? (
        <NewPermission id={id} onDone={() => setAdding(false)} />
      ) : (
        <button type="button" className="button mt-2" onClick={() => setAdding(true)}>
          Put a permission on file
        </button>
      )}
    </div>
  );
}

export function Line({ permission, mayDecide }: { permission: PermissionOnFile; mayDecide: boolean }) {
  const { id, kind, giver, givenOn, until, commercial, changes, note, state, evidence } = permission;
  const decide = useDo(decidePermission);
  const [says, setSays] = useState('');
  const [word, tone] = STATES[state];
  return (
    <article
      aria-label={`Permission of ${giver}`}
      className="border-t border-rule py-2 first:border-0 first:pt-0"
    >
      <p className="flex items-baseline">
        <span className="grow font-semibold">
          {KINDS[kind]}: {giver}
        </span>
        <span className={`font-semibold ${tone}`}>{word}</span>
      </p>
      <p className="text-[13px] text-soft">
        {givenOn && `given ${writtenDay(givenOn)}, `}
        {until ? `until ${writtenDay(until)}` : 'without an end'};{' '}
        {commercial ? 'commercial use too' : 'no commercial use'};{' '}
        {changes ? 'may be changed' : 'not to be changed'}
      </p>
      {note && <p className="whitespace-pre-line">{note}</p>}
      <ul className="mt-1">
        {evidence.map((file) => (
          <li key={file.id} className="flex items-center gap-1.5 text-[13px]">
            {file.kind === 'file' ? (
              <FileText aria-hidden className="size-3.5 shrink-0 text-soft" />
            ) : (
              <Globe aria-hidden className="size-3.5 shrink-0 text-soft" />
            )}
            <a
              href={file.url}
              rel="noreferrer"
              className="truncate underline decoration-edge underline-offset-3 hover:text-madder"
            >
              {file.name}
            </a>
            <span className="shrink-0 text-soft">
              {file.kind === 'address' && 'as it stood '}
              {ago(file.at)}, {inBytes(file.bytes)}
            </span>
          </li>
        ))}
      </ul>
      <Attach id={id} />
      <p className="text-[12.5px] text-soft">
        Put here by {permission.addedBy}, {ago(permission.addedAt)}
        {permission.checkedBy &&
          `; ${word} by ${permission.checkedBy}, ${ago(permission.checkedAt ?? permission.addedAt)}`}
        {permission.says && `: “${permission.says}”`}
      </p>
      {mayDecide && state === 'unchecked' && (
        <div className="mt-1.5 flex flex-wrap items-center gap-2">
          <input
            className="input max-w-[220px] px-1.5 py-1"
            aria-label={`What you say to the permission of ${giver}`}
            placeholder="A word to it"
            value={says}
            onChange={(event) => setSays(event.target.value)}
          />
          {(['approved', 'refused'] as const).map((decision) => (
            <button
              key={decision}
              type="button"
              className={decision === 'approved' ? 'button button-go' : 'button'}
              disabled={decide.isPending}
              onClick={() => decide.mutate({ params: { id }, body: { state: decision, says } })}
            >
              {decision === 'approved' ? 'Approve it' : 'Refuse it'}
            </button>
          ))}
        </div>
      )}
      {decide.error && <Notice severity="stop">{decide.error.message}</Notice>}
    </article>
  );
}

function Attach({ id }: { id: string }) {
  const add = useDo(addEvidence);
  const [keeping, setKeeping] = useState(false);
  const [large, setLarge] = useState('');
  const attach = async (file: File | undefined) => {
    if (!file) return;
    setLarge('');
    if (file.size > MOST_EVIDENCE)
      return setLarge(`“${file.name}” has ${inBytes(file.size)}; ${inBytes(MOST_EVIDENCE)} is the most.`);
    add.mutate({ params: { id }, body: { name: file.name, base64: await base64Of(file) } });
  };
  return (
    <div className="text-[13px]">
      <span className="-ml-1.5 flex flex-wrap items-center gap-2">
        <label className="button-plain cursor-pointer py-0.5 focus-within:outline-2">
          Attach a file
          <input
            type="file"
            className="sr-only"
            onChange={(event) => {
              void attach(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </label>
        <button type="button" className="button-plain py-0.5" onClick={() => setKeeping(true)}>
          Keep what stands at an address
        </button>
        {add.isPending && <span className="text-soft">Attaching …</span>}
      </span>
      {keeping && <KeepAddress id={id} onDone={() => setKeeping(false)} />}
      {(large || add.error) && <Notice severity="stop">{large || add.error?.message}</Notice>}
    </div>
  );
}

function KeepAddress({ id, onDone }: { id: string; onDone: () => void }) {
  const filling = useFilling(addEvidence, { params: { id }, start: { address: '' }, onDone });
  return (
    <Form
      filling={filling}
      label="Keep what stands at an address"
      className="mt-1 flex items-start gap-1.5"
      onLeave={onDone}
      buttons={
        <button type="submit" className="button" disabled={filling.sending}>
          Keep it
        </button>
      }
    >
      <TextField
        filling={filling}
        name="address"
        type="url"
        autoFocus
        label="Address that shows the permission"
        hideLabel
        placeholder="https://"
      />
    </Form>
  );
}

function base64Of(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.addEventListener('load', () => resolve(String(reader.result).split(',')[1] ?? ''));
    reader.addEventListener('error', () => reject(reader.error ?? new Error('This file cannot be read.')));
    reader.readAsDataURL(file);
  });
}

function NewPermission({ id, onDone }: { id: string; onDone: () => void }) {
  const filling = useFilling(addPermission, {
    params: { id },
    start: {
      kind: 'asked' as PermissionKind,
      giver: '',
      givenOn: '',
      until: '',
      commercial: false,
      changes: false,
      note: '',
    },
    onDone,
  });
  return (
    <Form
      filling={filling}
      label="New permission"
      className="mt-2 space-y-2 border-t-2 border-madder pt-2"
      onLeave={onDone}
      buttons={
        <>
          <button type="submit" className="button button-go" disabled={filling.sending}>
            Put it on file
          </button>
          <button type="button" className="button-plain" onClick={onDone}>
            Cancel
          </button>
        </>
      }
    >
      <div className="grid grid-cols-[120px_1fr] gap-2">
        <div>
          <Choose
            filling={filling}
            name="kind"
            label="How it came"
            options={PERMISSION_KINDS.map((kind) => [kind, KINDS[kind]] as const)}
          />
        </div>
        <TextField filling={filling} name="giver" label="Who gave it" />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <DayLine filling={filling} name="givenOn" label="Given on" />
        <DayLine filling={filling} name="until" label="Until, if it ends" />
      </div>
      <Tick filling={filling} name="commercial" label="It covers commercial use" />
      <Tick filling={filling} name="changes" label="It covers crops and other changes" />
      <TextField filling={filling} name="note" label="What was agreed" rows={2} />
    </Form>
  );
}
