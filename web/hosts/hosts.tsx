import { useState } from 'react';
import {
  askForHost,
  forgetHost,
  keepNeeds,
  listHosts,
  reviewHost,
  takeProviders,
  type HostLine,
} from '@placard/core/contract';
import { plural } from '@placard/core/text';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { ago } from '../kit/days.ts';
import { Empty, Loading, Notice } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { IN_WORDS } from '../embed/powers.ts';
import { AskForHost } from './askforhost.tsx';
import { HostRooms } from './hostrooms.tsx';
import { ProviderList } from './providerlist.tsx';
import { Decide } from './decide.tsx';

const SAYS: Record<HostLine['review'], { says: string; tone: string }> = {
  approved: { says: 'approved', tone: 'text-spruce' },
  unreviewed: { says: 'not reviewed', tone: 'text-ochre' },
  refused: { says: 'refused', tone: 'text-madder' },
};

/** The hosts of embeds: what waits for an answer, and how the site stands to each, with who decided it and why. */
export default function Hosts() {
  useTitle('Hosts', 'Place');
  const hosts = useAsk(listHosts);
  const mayReview = useMay(reviewHost);
  const mayAsk = useMay(askForHost);
  const mayImport = useMay(takeProviders);
  const [words, setWords] = useState('');
  const [importing, setImporting] = useState(false);
  const all = hosts.data ?? [];
  const waiting = all.filter(({ asked }) => asked !== null);
  const shown = all.filter(({ host, note }) =>
    `${host} ${note}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1100px] space-y-3">
        <h1>Hosts</h1>
        <HostRooms />
        {hosts.error && <Notice severity="stop">{hosts.error.message}</Notice>}
        <section aria-label="Waiting for a reviewer">
          <h2 className="mb-1">Waiting for a reviewer</h2>
          {hosts.data && waiting.length === 0 && <p className="text-soft">Nobody has asked for a host.</p>}
          <ul>
            {waiting.map((line) => (
              <li key={line.host} className="border-b border-rule py-2 text-[13.5px]">
                <p>
                  <b>{line.host}</b>, {plural(line.pages, 'page')}. {line.asked?.by || 'Somebody'} asked{' '}
                  {ago(line.asked?.at ?? '')}: {line.asked?.why}
                </p>
                {mayReview && <Decide host={line.host} review={line.review} />}
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="All hosts">
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h2 className="mr-auto">All hosts</h2>
            <input
              type="search"
              className="input w-[220px]"
              aria-label="Words of hosts to look for"
              placeholder="Words to look for"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            {mayImport && (
              <button
                type="button"
                className="button"
                aria-expanded={importing}
                onClick={() => setImporting(!importing)}
              >
                Take over a list of providers
              </button>
            )}
          </div>
          {importing && <ProviderList onDone={() => setImporting(false)} />}
          {(mayAsk || mayReview) && <AskForHost mayReview={mayReview} />}
          {!hosts.data && !hosts.error && <Loading what="the hosts" />}
          {hosts.data && all.length === 0 && (
            <Empty title="No hosts yet">
              As soon as a page shows something of somebody else’s, its host stands here.
            </Empty>
          )}
          <ul>
            {shown.map((line) => (
              <OneHost key={line.host} line={line} mayReview={mayReview} />
            ))}
          </ul>
          {all.length > 0 && shown.length === 0 && <p className="text-soft">No host has these words.</p>}
        </section>
      </div>
    </main>
  );
}

function OneHost({ line, mayReview }: { line: HostLine; mayReview: boolean }) {
  const [open, setOpen] = useState(false);
  const forget = useDo(forgetHost);
  const needs = useDo(keepNeeds);
  const mayForgetNeeds = useMay(keepNeeds);
  const { says, tone } = SAYS[line.review];
  const powers = line.needs && [...line.needs.sandbox, ...line.needs.permissions];
  return (
    <li className="border-b border-rule py-2 text-[13.5px]">
      <div className="grid grid-cols-[minmax(180px,2fr)_110px_minmax(160px,3fr)_90px_auto] items-baseline gap-x-4 max-md:grid-cols-1">
        <span className="font-semibold break-all">
          {line.host}
          {line.host.startsWith('*.') && <span className="font-normal text-soft"> and all in it</span>}
        </span>
        <span className={tone}>{says}</span>
        <span className="min-w-0 text-soft">
          {line.note}
          {line.decided && (
            <>
              {line.note && ' '}
              {line.decided.by ? `${line.decided.by}, ` : ''}
              {ago(line.decided.at)}
            </>
          )}
        </span>
        <span className="tabular-nums">{line.pages > 0 ? plural(line.pages, 'page') : 'no page'}</span>
        {mayReview && (
          <button type="button" className="button-plain" aria-expanded={open} onClick={() => setOpen(!open)}>
            Decide
          </button>
        )}
      </div>
      {line.provider && <p className="text-[12.5px] text-soft">Gives out embeds by address.</p>}
      {powers && (
        <p className="text-[12.5px] text-soft">
          Its frames need{' '}
          {powers.length === 0 ? 'nothing' : `to ${powers.map((power) => IN_WORDS[power]).join('; ')}`}.
          {mayForgetNeeds && (
            <button
              type="button"
              className="button-plain"
              onClick={() => needs.mutate({ params: { host: line.host }, body: { needs: null } })}
            >
              Forget that
            </button>
          )}
        </p>
      )}
      {open && (
        <>
          <Decide host={line.host} review={line.review} onDone={() => setOpen(false)} />
          {line.decided && (
            <button
              type="button"
              className="button-plain -ml-1.5"
              onClick={() =>
                forget.mutate({ params: { host: line.host } }, { onSuccess: () => setOpen(false) })
              }
            >
              Undo the decision
            </button>
          )}
          {forget.error && <Notice severity="stop">{forget.error.message}</Notice>}
        </>
      )}
    </li>
  );
}
