import { Link } from 'react-router';
import type { PageList } from '@placard/core/contract';
import { inBytes, plural } from '@placard/core/text';
import { Checkbox } from '../kit/checkbox.tsx';
import { ago } from '../kit/days.ts';
import { PageDoings } from './pagedoings.tsx';

/** One page in the list: its first picture, where it stands, what was found in it, and the ways into it. */
export function PageLine({
  page,
  chosen,
  onChoose,
  mayWrite,
}: {
  page: PageList['pages'][number];
  chosen: boolean;
  /** Called with whether all up to it are meant. */
  onChoose: (chosen: boolean, upTo: boolean) => void;
  mayWrite: boolean;
}) {
  return (
    <div
      className={`grid items-center gap-x-5 border-b border-rule py-3 ${mayWrite ? 'grid-cols-[17px_96px_minmax(0,1fr)_auto] max-sm:grid-cols-[17px_72px_minmax(0,1fr)]' : 'grid-cols-[96px_minmax(0,1fr)_auto] max-sm:grid-cols-[72px_minmax(0,1fr)]'}`}
    >
      {mayWrite && <Checkbox label={`Choose ${page.title}`} checked={chosen} onChange={onChoose} />}
      {page.lead ? (
        <img src={page.lead} alt="" className="h-16 w-24 bg-card object-cover max-sm:w-[72px]" />
      ) : (
        <span className="block h-16 w-24 border border-dashed border-edge max-sm:w-[72px]" />
      )}
      <div className="min-w-0">
        <Link
          to={`/place/${page.id}`}
          className="block truncate font-serif text-[17px] font-semibold hover:text-madder"
        >
          {page.title}
        </Link>
        <p className="text-[13px] text-soft">
          /{page.section.slug}/{page.slug}, {plural(page.placements, 'placement')}
          {page.bytes > 0 && `, ${inBytes(page.bytes)}`}, changed {ago(page.changedAt)} by {page.changedBy}
        </p>
        <p className="text-[13px]">
          {page.findings.stop > 0 && <span className="mr-3 text-madder">{page.findings.stop} to mend</span>}
          {page.findings.warn > 0 && <span className="text-ochre">{page.findings.warn} to look at</span>}
          {page.findings.stop + page.findings.warn === 0 && (
            <span className="text-spruce">nothing found</span>
          )}
        </p>
      </div>
      <div className="flex flex-wrap gap-1 max-sm:col-span-full">
        <Link className="button-plain" to={`/place/${page.id}`}>
          Place
        </Link>
        <Link className="button-plain" to={`/proof/${page.id}`}>
          Proof
        </Link>
        <Link className="button-plain" to={`/hand-off/${page.id}`}>
          Hand off
        </Link>
        {mayWrite && <PageDoings page={page} />}
      </div>
    </div>
  );
}
