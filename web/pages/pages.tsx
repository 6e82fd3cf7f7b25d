import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { createPage, listPages, readSite } from '@placard/core/contract';
import { useAsk, useDo, useMay } from '../kit/asking.ts';
import { Empty, Notice } from '../kit/notice.tsx';
import { ago, plural } from '../kit/words.ts';

/** All pages of the site, and the beginning of a new one. */
export default function Pages() {
  const pages = useAsk(listPages);
  const site = useAsk(readSite);
  const mayBegin = useMay(createPage);
  const create = useDo(createPage);
  const navigate = useNavigate();
  const [title, setTitle] = useState('');
  const [section, setSection] = useState('');
  const begin = async (event: FormEvent) => {
    event.preventDefault();
    const made = await create
      .mutateAsync({ body: { title, section: section || site.data?.sections[0]?.id || '' } })
      .catch(() => undefined);
    if (made) void navigate(`/place/${made.id}`);
  };
  return (
    <main className="mx-auto h-full max-w-[1000px] overflow-y-auto px-5 py-4">
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <h1 className="mr-auto">Pages</h1>
        <form
          hidden={!mayBegin}
          onSubmit={(event) => void begin(event)}
          className="flex flex-wrap items-end gap-2"
        >
          <input
            className="input w-[260px]"
            aria-label="Title of a new page"
            placeholder="Title of a new page"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
          />
          <select
            className="input w-[150px]"
            aria-label="Section of the new page"
            value={section}
            onChange={(event) => setSection(event.target.value)}
          >
            {site.data?.sections.map(({ id, title: name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          <button
            type="submit"
            className="button button-go"
            disabled={title.trim() === '' || create.isPending}
          >
            Begin a page
          </button>
        </form>
      </div>
      {create.error && <Notice severity="stop">{create.error.message}</Notice>}
      {pages.isSuccess && pages.data.length === 0 && (
        <Empty title="No pages yet">Give the first one a title above.</Empty>
      )}
      <ul className="border-t border-edge">
        {pages.data?.map((page) => (
          <li
            key={page.id}
            className="grid grid-cols-[96px_minmax(0,1fr)_auto] items-center gap-5 border-b border-rule py-3 max-sm:grid-cols-[72px_minmax(0,1fr)]"
          >
            {page.lead ? (
              <img src={page.lead} alt="" className="h-16 w-24 bg-card object-cover max-sm:w-[72px]" />
            ) : (
              <span className="block h-16 w-24 border border-dashed border-edge max-sm:w-[72px]" />
            )}
            <div className="min-w-0">
              <Link
                to={`/place/${page.id}`}
                className="font-serif text-[17px] font-semibold hover:text-madder"
              >
                {page.title}
              </Link>
              <p className="text-[13px] text-soft">
                /{page.section.slug}/{page.slug}, {plural(page.placements, 'placement')}, changed{' '}
                {ago(page.changedAt)} by {page.changedBy}
              </p>
              <p className="text-[13px]">
                {page.findings.stop > 0 && (
                  <span className="mr-3 text-madder">{page.findings.stop} to mend</span>
                )}
                {page.findings.warn > 0 && (
                  <span className="text-ochre">{page.findings.warn} to look at</span>
                )}
                {page.findings.stop + page.findings.warn === 0 && (
                  <span className="text-spruce">nothing found</span>
                )}
              </p>
            </div>
            <div className="flex gap-1 max-sm:col-span-2">
              <Link className="button-plain" to={`/place/${page.id}`}>
                Place
              </Link>
              <Link className="button-plain" to={`/proof/${page.id}`}>
                Proof
              </Link>
              <Link className="button-plain" to={`/hand-off/${page.id}`}>
                Hand off
              </Link>
            </div>
          </li>
        ))}
      </ul>
    </main>
  );
}
