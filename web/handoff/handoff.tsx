import { Check, Copy, Download } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { handOffPage, proofPage, readPage, readPolicyLines, tookPage } from '@placard/core/contract';
import type { Refusal } from '../kit/api.ts';
import { isOld, refusalOf, useAsk, useDo } from '../kit/asking.ts';
import { Bar } from '../kit/bar.tsx';
import { Code } from '../kit/code.tsx';
import { Fold } from '../kit/fold.tsx';
import { LeadOn } from '../kit/leadon.tsx';
import { Empty, EmptyScreen, Loading, Notice } from '../kit/notice.tsx';
import { useTitle } from '../kit/usetitle.ts';
import { inBytes, plural } from '@placard/core/text';
import { leaving } from '../place/desk/leaving.ts';
import { PageChoice } from '../pages/pagechoice.tsx';
import { usePageInHand, useTakePage } from '../pages/usepageinhand.ts';
import { Findings } from '../proof/findings.tsx';

/** The page as clean HTML to copy, and as a ZIP that opens offline. */
export default function HandOff() {
  const { page: id } = useParams();
  const first = usePageInHand(id, { state: 'ready' });
  if (id !== undefined) return <OneHandOff key={id} id={id} />;
  if (first === null)
    return <EmptyScreen title="No pages yet">A finished page leaves from here.</EmptyScreen>;
  return first ? <LeadOn from="/hand-off" to={`/hand-off/${first}`} /> : null;
}

function OneHandOff({ id }: { id: string }) {
  const page = useAsk(readPage, { params: { id } });
  useTakePage(id);
  useTitle(page.data?.title, 'Hand off');
  const asked = useAsk(handOffPage, { params: { id } }, { staleTime: 0, after: () => leaving.over(id) });
  // Nobody takes what the page was before.
  const ready = isOld(asked) ? undefined : asked.data;
  const [copied, setCopied] = useState<string | null>(null);
  const took = useDo(tookPage);
  // While it is asked again, what was said last stands: somebody may be writing why it may go out all the same.
  const [last, setLast] = useState<Refusal | null>(null);
  useEffect(() => {
    if (!asked.isPending) setLast(asked.error);
  }, [asked.isPending, asked.error]);
  const refused = refusalOf(asked) ?? (asked.isPending ? last : null);
  if (refused) return <HeldBack id={id} says={refused.message} stopped={refused.status === 409} />;
  // The version that was taken is kept, whatever becomes of the page.
  const taken = (version: number) => took.mutate({ params: { id }, body: { version } });
  const copy = async (name: string, code: string, version: number) => {
    await navigator.clipboard.writeText(code);
    setCopied(name);
    taken(version);
    setTimeout(() => setCopied(null), 2500);
  };
  const heaviest = Math.max(1, ...(ready?.files.map(({ bytes }) => bytes) ?? []));
  const total = ready?.files.reduce((sum, { bytes }) => sum + bytes, 0) ?? 0;
  const csp = Object.entries(ready?.csp ?? {}).map(
    ([directive, sources]) => `${directive} ${sources.join(' ')};`,
  );
  return (
    <main className="grid h-full grid-cols-[minmax(0,1fr)_330px] grid-rows-[minmax(0,1fr)] gap-5 px-5 py-4 max-lg:block max-lg:space-y-5 max-lg:overflow-y-auto max-sm:px-3">
      <div className="flex min-h-0 min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <h1>Hand off</h1>
          <PageChoice stage="hand-off" chosen={id} />
          {ready && (
            <span className="ml-auto flex gap-2">
              {ready.destinations.map(({ name, does, form }) =>
                form === 'code' ? (
                  <button
                    key={name}
                    type="button"
                    className="button"
                    onClick={() => void copy(name, ready.codes[name] ?? '', ready.version)}
                  >
                    {copied === name ? (
                      <Check aria-hidden className="size-4 text-spruce" />
                    ) : (
                      <Copy aria-hidden className="size-4" />
                    )}{' '}
                    {copied === name ? 'Copied' : does}
                  </button>
                ) : (
                  <a
                    key={name}
                    className="button button-go"
                    href={`/api/pages/${id}/hand-off/${name}`}
                    download
                    onClick={() => taken(ready.version)}
                  >
                    <Download aria-hidden className="size-4" /> {does}
                  </a>
                ),
              )}
            </span>
          )}
        </div>
        {!ready && <Loading what="the page" />}
        {ready &&
          (ready.codes['html'] === '' ? (
            <Empty title="This page is empty">Write something and put pictures in it first.</Empty>
          ) : (
            <Code
              label="HTML"
              className="min-h-[220px] grow overflow-hidden border border-rule"
              code={ready.codes['html'] ?? ''}
            />
          ))}
      </div>
      <aside className="flex flex-col gap-4 overflow-y-auto pr-1">
        {ready && ready.findings.length > 0 && <Findings findings={ready.findings} pageId={id} />}
        {ready && ready.data !== '' && (
          <Part
            says="Structured data for the page’s head: licences and credits"
            code={ready.data}
            called="Structured data"
          />
        )}
        {ready && (
          <>
            <Part
              says="For the page’s head: description and shared card. Where an address in it begins with a slash, your site’s comes before it: other sites need it whole."
              code={ready.head}
              called="Head"
            />
            <Part says="Its entry in lists of pages" code={ready.listing} called="Listing" />
          </>
        )}
        {ready && (
          <section className="wall-label">
            <h2 className="mb-1 text-[18px]">What goes along</h2>
            <p className="caption mb-2">
              {plural(ready.files.length, 'file')}, {inBytes(total)}. A visitor loads only the few that fit
              the screen.
            </p>
            <ul className="text-[12px]">
              {ready.files.map(({ path, bytes }) => (
                <li
                  key={path}
                  className="grid grid-cols-[minmax(0,1fr)_44px_52px] items-center gap-2 border-b border-rule py-0.5"
                >
                  <span className="font-mono wrap-anywhere">{path.replace('media/', '')}</span>
                  <Bar part={bytes} whole={heaviest} />
                  <span className="text-right font-mono">{inBytes(bytes)}</span>
                </li>
              ))}
            </ul>
            {page.data && page.data.formerAddresses.length > 0 && (
              <p className="caption mt-3">
                In the ZIP, what leads on from {page.data.formerAddresses.join(', ')}.
              </p>
            )}
            {csp.length > 0 && (
              <>
                <PolicyLine
                  says="For this page, the site’s Content-Security-Policy needs"
                  line={csp.join(' ')}
                />
                <PolicyLine says="and its Permissions-Policy may be" line={ready.permissions} />
                <Fold says="For the whole site" className="mt-2 text-[13px]">
                  <WholeSite />
                </Fold>
              </>
            )}
          </section>
        )}
      </aside>
    </main>
  );
}

/** The policy headers for all that the site's pages embed. */
function WholeSite() {
  const lines = useAsk(readPolicyLines, {});
  if (!lines.data) return <div className="min-h-[80px]" aria-busy="true" />;
  const { pages, csp, permissions } = lines.data;
  return (
    <>
      <p className="caption mt-1">
        For what {plural(pages, 'page')} embed{pages === 1 ? 's' : ''}, on any day.
      </p>
      <PolicyLine says="Content-Security-Policy" line={csp} />
      <PolicyLine says="Permissions-Policy" line={permissions} />
    </>
  );
}

function PolicyLine({ says, line }: { says: string; line: string }) {
  return (
    <>
      <p className="caption mt-3 mb-1">{says}</p>
      <code className="block border border-rule bg-paper px-2 py-1.5 font-mono text-[12px] break-all">
        {line}
      </code>
    </>
  );
}

/** A part of what leaves, to be copied by itself. */
function Part({ says, code, called }: { says: string; code: string; called: string }) {
  return (
    <section className="wall-label py-3">
      <p className="caption mb-1 flex items-center">
        <span className="grow">{says}</span>
        <button
          type="button"
          className="button-plain py-0"
          onClick={() => void navigator.clipboard.writeText(code)}
        >
          <Copy aria-hidden className="size-3.5" /> Copy
        </button>
      </p>
      <Code label={called} className="h-[120px] overflow-hidden border border-rule" code={code} />
    </section>
  );
}

/** Why a page cannot leave, with everything that stops it and the way on. */
function HeldBack({ id, says, stopped }: { id: string; says: string; stopped: boolean }) {
  const proof = useAsk(proofPage, { params: { id } }, { enabled: stopped });
  return (
    <main className="space-y-4 overflow-y-auto px-5 py-4 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>Hand off</h1>
        <PageChoice stage="hand-off" chosen={id} />
      </div>
      {stopped ? (
        <div className="max-w-[640px]">
          <h2 className="mb-2">This page cannot leave yet</h2>
          {proof.data ? (
            <Findings findings={proof.data.findings} pageId={id} />
          ) : (
            <p aria-busy="true">{says}</p>
          )}
        </div>
      ) : (
        <Notice severity="stop">{says}</Notice>
      )}
    </main>
  );
}
