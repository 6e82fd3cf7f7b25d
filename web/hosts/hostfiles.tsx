import { useState } from 'react';
import * as v from 'valibot';
import { inWords, keepHostFile, listHostFiles, removeHostFile, type KeptFile } from '@placard/core/contract';
import { embedAddress, fileFor, HostFileSchema, type HostFile } from '@placard/core/embed/options';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { AskFirst } from '../kit/askfirst.tsx';
import { Code } from '../kit/code.tsx';
import { ago } from '../kit/days.ts';
import { inHand, forgetUnfinished, useHavingInHand } from '../kit/inhand.ts';
import { tell } from '../kit/messages.tsx';
import { Empty, Notice } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { HostOptions } from '../embed/hostoptions.tsx';
import { newPlacementId } from '../kit/newplacementid.ts';
import { HostRooms } from './hostrooms.tsx';

const FIRST = `{
  "format": 1,
  "name": "The host’s name",
  "hosts": ["host.example"],
  "addresses": [{ "page": "/film/{id}", "embed": "/player/{id}" }],
  "options": [
    {
      "id": "start",
      "says": "Start at",
      "kind": "time",
      "query": "from",
      "written": "seconds"
    }
  ]
}
`;

const WrittenSchema = v.object({ version: v.number(), text: v.string() });

/** What hosts say that their addresses understand: one file a host, written and tried out by keepers. */
export default function HostFiles() {
  useTitle('What hosts understand', 'Place');
  const files = useAsk(listHostFiles);
  const mayChange = useMay(keepHostFile);
  const [open, setOpen] = useState<KeptFile | 'new' | null>(null);
  const chosen = open === 'new' ? null : (files.data?.find(({ id }) => id === open?.id) ?? open);
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1240px] space-y-3">
        <h1>What hosts understand</h1>
        <HostRooms />
        {files.error && <Notice severity="stop">{files.error.message}</Notice>}
        <div className="grid grid-cols-[260px_minmax(0,1fr)] items-start gap-6 max-md:grid-cols-1">
          <section aria-label="Files">
            <ul>
              {(files.data ?? []).map((kept) => (
                <li key={kept.id} className="border-b border-rule">
                  <button
                    type="button"
                    aria-current={open !== 'new' && open?.id === kept.id}
                    className="block w-full py-1.5 text-left hover:text-madder aria-[current=true]:font-semibold"
                    onClick={() => setOpen(kept)}
                  >
                    {kept.file.name}
                    <span className="block text-[12px] font-normal text-soft">
                      {kept.file.hosts.join(', ')}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {files.data?.length === 0 && <p className="text-soft">No file yet.</p>}
            {/* With the list: a button that the list moves is missed by whoever presses it then. */}
            {mayChange && files.data && (
              <button type="button" className="button mt-2" onClick={() => setOpen('new')}>
                Write a file for a host
              </button>
            )}
          </section>
          {open === null ? (
            <Empty title="A host’s own switches">
              Choose a file to see what it makes of an address{mayChange ? ', or write one' : ''}.
            </Empty>
          ) : (
            <OneFile
              key={chosen?.id ?? 'new'}
              kept={chosen}
              mayChange={mayChange}
              onKept={(kept) => setOpen(kept)}
              onGone={() => setOpen(null)}
            />
          )}
        </div>
      </div>
    </main>
  );
}

function OneFile({
  kept,
  mayChange,
  onKept,
  onGone,
}: {
  kept: KeptFile | null;
  mayChange: boolean;
  onKept: (kept: KeptFile) => void;
  onGone: () => void;
}) {
  const [id] = useState(() => kept?.id ?? newPlacementId());
  const name = `host file ${kept?.id ?? 'new'}`;
  const [begun, begin] = useState(() => (kept ? `${JSON.stringify(kept.file, null, 2)}\n` : FIRST));
  // What it was when it was opened: whoever changed it meanwhile is not overwritten.
  const [{ version, text }, write] = useState(
    () => inHand(name, WrittenSchema) ?? { version: kept?.version ?? 0, text: begun },
  );
  useHavingInHand(name, { version, text }, text !== begun);
  const keep = useDo(keepHostFile);
  const remove = useDo(removeHostFile);
  const read = readFile(text);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_330px] items-start gap-5 max-lg:grid-cols-1">
      <section aria-label="The file">
        <Code
          label="The host’s file"
          className="h-[52vh] resize-y overflow-hidden border border-edge"
          code={text}
          {...(mayChange ? { onChange: (next: string) => write((now) => ({ ...now, text: next })) } : {})}
        />
        {'wrong' in read && <Notice severity="stop">{read.wrong}</Notice>}
        {keep.error && <Notice severity="stop">{keep.error.message}</Notice>}
        {mayChange && (
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <button
              type="button"
              className="button button-go"
              disabled={'wrong' in read || keep.isPending}
              onClick={() => {
                if ('wrong' in read) return;
                const { file } = read;
                void keep.mutateAsync({ params: { id }, body: { version, file } }).then(
                  (now) => {
                    forgetUnfinished(name);
                    begin(text);
                    write({ version: now.version, text });
                    tell({ says: `What ${file.name} understands is kept.` });
                    onKept({ ...now, file, changedAt: new Date().toISOString(), changedBy: '' });
                  },
                  () => undefined,
                );
              }}
            >
              Keep it
            </button>
            {kept && (
              <AskFirst
                title={`Take away the file of ${kept.file.name}?`}
                says="Its switches are gone from the screens. Pages stay as they are."
                go="Take it away"
                leave="Cancel"
                onGo={() => remove.mutate({ params: { id } }, { onSuccess: onGone })}
              >
                <button type="button" className="button">
                  Take it away …
                </button>
              </AskFirst>
            )}
            {kept && <span className="ml-auto text-[12.5px] text-soft">changed {ago(kept.changedAt)}</span>}
          </div>
        )}
      </section>
      <TryOut file={'file' in read ? read.file : null} />
    </div>
  );
}

/** The file as it is written now, tried on an address. */
function TryOut({ file }: { file: HostFile | null }) {
  const [given, setGiven] = useState('');
  const [changed, setChanged] = useState<string | null>(null);
  const address = given.trim();
  const known = file && URL.canParse(address) ? fileFor([file], address) : undefined;
  const embed = known ? (embedAddress(known, address) ?? address) : null;
  const now = changed ?? embed;
  return (
    <section aria-label="Try it out" className="wall-label">
      <h2 className="text-[18px]">Try it out</h2>
      <label className="mt-2 block">
        <span className="caption">An address of the host</span>
        <input
          className="input"
          placeholder={file ? `https://${file.hosts[0]?.replace('*.', 'www.') ?? ''}/…` : ''}
          value={given}
          onChange={(event) => {
            setGiven(event.target.value);
            setChanged(null);
          }}
        />
      </label>
      {address !== '' && !known && (
        <p className="mt-2 text-[13px] text-ochre">
          {URL.canParse(address) ? 'The file is not about this host.' : 'This is not a whole address.'}
        </p>
      )}
      {known && now && (
        <>
          <p className="caption mt-3">What is embedded</p>
          <code className="block font-mono text-[12.5px] break-all" data-testid="tried">
            {now}
          </code>
          <div className="mt-2 text-[13.5px]">
            <HostOptions file={known} address={now} onChange={setChanged} />
          </div>
        </>
      )}
    </section>
  );
}

function readFile(text: string): { file: HostFile } | { wrong: string } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    return { wrong: `This is not JSON: ${error instanceof Error ? error.message : String(error)}.` };
  }
  const read = v.safeParse(HostFileSchema, json);
  if (read.success) return { file: read.output };
  const [issue] = read.issues;
  const where = v.getDotPath(issue);
  return { wrong: `${where ? `${where}: ` : ''}${inWords(issue)}` };
}
