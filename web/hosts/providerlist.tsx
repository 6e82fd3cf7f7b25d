import { useRef, useState } from 'react';
import { readProviders, takeProviders, type Provider } from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { useDo } from '../kit/asking.ts';
import { Checkbox } from '../kit/checkbox.tsx';
import { Fold } from '../kit/fold.tsx';
import { Notice } from '../kit/notice.tsx';
import { tell } from '../kit/messages.tsx';

const SAYS: Record<Provider['review'], string> = {
  approved: 'approved already',
  unreviewed: 'not reviewed',
  refused: 'refused, and stays so',
};
/** Providers that are drawn at once. */
const DRAWN = 200;

/** Takes over an open list of oEmbed providers (JSON): what it would allow is shown first, and chosen one by one or all at once. */
export function ProviderList({ onDone }: { onDone: () => void }) {
  const picker = useRef<HTMLInputElement>(null);
  const [list, setList] = useState('');
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  const [approve, setApprove] = useState(false);
  const [words, setWords] = useState('');
  const read = useDo(readProviders);
  const take = useDo(takeProviders);
  const look = (text: string) => {
    setList(text);
    choose(new Set());
    if (text.trim() !== '') read.mutate({ body: { list: text } });
  };
  const providers = read.data?.providers ?? [];
  const matching = providers.filter(({ name, host, frames }) =>
    [name, host, ...frames].join(' ').toLowerCase().includes(words.trim().toLowerCase()),
  );
  // What is looked for is what is meant: the others are left, however they were chosen before.
  const usable = matching.filter(({ review }) => review !== 'refused').map(({ host }) => host);
  const taken = usable.filter((host) => chosen.has(host));
  const toggle = (host: string, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(host);
    else next.delete(host);
    choose(next);
  };
  return (
    <section aria-label="A list of providers" className="my-2 border border-edge bg-card px-4 py-3">
      <p className="mb-2 text-[13.5px] text-soft">
        An open list of hosts that say by address what they have to embed (oEmbed, JSON). What is taken over
        is asked when somebody pastes such an address; nothing is approved by that alone.
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={() => picker.current?.click()}>
          Choose its file
        </button>
        <input
          ref={picker}
          type="file"
          accept=".json,application/json"
          aria-label="File of the list"
          className="hidden"
          onChange={(event) => void event.target.files?.[0]?.text().then(look)}
        />
        <textarea
          className="input h-9 w-auto flex-[1_1_200px] font-mono text-[12px]"
          aria-label="The list itself"
          placeholder="or paste it here"
          value={list.length > 2000 ? '' : list}
          onChange={(event) => look(event.target.value)}
        />
        <button type="button" className="button-plain" onClick={onDone}>
          Cancel
        </button>
      </div>
      {read.error && <Notice severity="stop">{read.error.message}</Notice>}
      {read.data && (
        <>
          <div className="mt-3 flex flex-wrap items-center gap-3 text-[13.5px]">
            <Checkbox
              checked={taken.length === 0 ? false : taken.length === usable.length ? true : 'indeterminate'}
              onChange={(on) => choose(new Set(on ? usable : []))}
            >
              {plural(matching.length, 'provider')}
            </Checkbox>
            <input
              type="search"
              className="input w-[200px]"
              aria-label="Words of providers to look for"
              placeholder="Words to look for"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
          </div>
          <ul className="my-2 max-h-[38vh] overflow-y-auto text-[13px]">
            {matching.slice(0, DRAWN).map(({ name, host, frames, schemes, review }) => (
              <li key={host} className="border-b border-rule py-1">
                <Checkbox
                  checked={chosen.has(host)}
                  disabled={review === 'refused'}
                  onChange={(on) => toggle(host, on)}
                >
                  <b>{name}</b>, {frames.slice(0, 3).join(', ') || host}
                  {frames.length > 3 && ` and ${frames.length - 3} more`}: {plural(schemes.length, 'kind')} of
                  address; {SAYS[review]}
                </Checkbox>
              </li>
            ))}
          </ul>
          {matching.length > DRAWN && (
            <p className="text-soft">{matching.length - DRAWN} more; look for words of theirs.</p>
          )}
          {read.data.left.length > 0 && (
            <Fold
              says={`${plural(read.data.left.length, 'entry', 'entries')} could not be taken`}
              className="text-[13px]"
            >
              <ul>
                {read.data.left.slice(0, 100).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </Fold>
          )}
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Checkbox checked={approve} onChange={setApprove}>
              and approve the hosts that they are framed from
            </Checkbox>
            <button
              type="button"
              className="button button-go"
              disabled={taken.length === 0 || take.isPending}
              onClick={() =>
                take.mutate(
                  { body: { list, hosts: taken, approve } },
                  {
                    onSuccess: ({ taken: over }) => {
                      tell({ says: `${plural(over, 'provider')} taken over.` });
                      onDone();
                    },
                  },
                )
              }
            >
              Take over {plural(taken.length, 'provider')}
            </button>
          </div>
          {take.error && <Notice severity="stop">{take.error.message}</Notice>}
        </>
      )}
    </section>
  );
}
