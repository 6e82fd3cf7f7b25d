import { useState } from 'react';
import { Link } from 'react-router';
import {
  changeTerms,
  decidePermission,
  listUnchecked,
  readSite,
  removeTerms,
  setPolicy,
  type Site,
} from '@placard/core/contract';
import { LICENCES, type Terms } from '@placard/core/licence';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { TermsLines } from '../placard/termslines.tsx';
import { LabelRooms } from './labelrooms.tsx';
import { Line } from './onfileview.tsx';
import { SitePolicy } from './sitepolicy.tsx';
import { TermsForm } from './termsform.tsx';

/** Every licence as may, must and may not; the organisation's own terms; what the site is for; what waits for a reviewer. */
export default function TermsList() {
  const mayDecide = useMay(decidePermission);
  const mayChange = useMay(changeTerms);
  const maySet = useMay(setPolicy);
  const site = useAsk(readSite);
  return (
    <main className="h-full overflow-y-auto px-5 py-4">
      <div className="mx-auto max-w-[1240px] space-y-3">
        <h1>Terms and permissions</h1>
        <LabelRooms />
        {site.error && <Notice severity="stop">{site.error.message}</Notice>}
        <div className="grid grid-cols-[minmax(0,1fr)_380px] items-start gap-6 max-lg:grid-cols-1">
          <div className="space-y-5">
            <Waiting mayDecide={mayDecide} />
            {site.data && <OwnList terms={site.data.terms} mayChange={mayChange} />}
            <Licences />
          </div>
          {site.data && (
            <SitePolicy key={JSON.stringify(site.data.policy)} site={site.data} mayChange={maySet} />
          )}
        </div>
      </div>
    </main>
  );
}

function Waiting({ mayDecide }: { mayDecide: boolean }) {
  const waiting = useAsk(listUnchecked);
  return (
    <section aria-label="Waiting for a reviewer">
      <h2 className="mb-1">Waiting for a reviewer</h2>
      {waiting.data?.length === 0 && <p className="text-soft">Everything on file has been looked at.</p>}
      <ul>
        {(waiting.data ?? []).map(({ asset, title, permission }) => (
          <li key={permission.id} className="text-[13.5px]">
            <Link to={`/label/${asset}`} className="font-serif text-[15px] hover:text-madder">
              {title}
            </Link>
            <Line permission={permission} mayDecide={mayDecide} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function OwnList({ terms, mayChange }: { terms: Site['terms']; mayChange: boolean }) {
  const [editing, setEditing] = useState<string | null>(null);
  const remove = useDo(removeTerms);
  return (
    <section aria-label="Terms of our own">
      <h2 className="mb-1">Terms of our own</h2>
      {terms.length === 0 && (
        <p className="text-soft">
          None yet. A reviewer adds what you have agreed with a club, a museum, a photographer, once for all
          their pictures.
        </p>
      )}
      {remove.error && <Notice severity="stop">{remove.error.message}</Notice>}
      <ul>
        {terms.map((own) => (
          <li key={own.id} className="border-b border-rule py-2">
            {editing === own.id ? (
              <TermsForm terms={own} onDone={() => setEditing(null)} />
            ) : (
              <>
                <div className="flex items-baseline gap-2">
                  <span className="grow font-semibold">{own.name}</span>
                  {mayChange && (
                    <>
                      <button type="button" className="button-plain py-0" onClick={() => setEditing(own.id)}>
                        Change
                      </button>
                      <button
                        type="button"
                        className="button-plain py-0"
                        onClick={() => remove.mutate({ params: { id: own.id } })}
                      >
                        Take off the list
                      </button>
                    </>
                  )}
                </div>
                <TermsLines terms={own as Terms} />
              </>
            )}
          </li>
        ))}
      </ul>
      {mayChange &&
        (editing === '' ? (
          <TermsForm terms={null} onDone={() => setEditing(null)} />
        ) : (
          <button type="button" className="button mt-2" onClick={() => setEditing('')}>
            Add terms
          </button>
        ))}
    </section>
  );
}

function Licences() {
  return (
    <section aria-label="Licences">
      <h2 className="mb-1">Licences</h2>
      <ul>
        {LICENCES.filter(({ id }) => id !== 'unknown').map((terms) => (
          <li key={terms.id} className="border-b border-rule py-2 text-[13.5px]">
            <p className="flex flex-wrap items-baseline gap-x-2">
              <span className="font-semibold">{terms.name}</span>
              {terms.spdx && <span className="font-mono text-[12px] text-soft">{terms.spdx}</span>}
              {terms.deed && (
                <a
                  href={terms.deed}
                  target="_blank"
                  rel="noreferrer"
                  className="text-[12.5px] text-soft underline decoration-edge underline-offset-3 hover:text-ink"
                >
                  its text
                </a>
              )}
            </p>
            <TermsLines terms={terms} />
          </li>
        ))}
      </ul>
    </section>
  );
}
