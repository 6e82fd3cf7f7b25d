import { inCount } from '@placard/core/text';

/** Results on one page, as the catalogues give them. */
const PER_PAGE = 24;

/** Earlier and later pages of results; nothing where there is one page only. */
export function Paging({
  page,
  total,
  onPage,
}: {
  page: number;
  total: number;
  onPage: (page: number) => void;
}) {
  const last = Math.ceil(total / PER_PAGE);
  if (last <= 1) return null;
  return (
    <nav aria-label="Pages of results" className="mt-1 flex items-center gap-2">
      <button type="button" className="button-plain" disabled={page <= 1} onClick={() => onPage(page - 1)}>
        Earlier
      </button>
      <span className="caption">
        {inCount(page)} of {inCount(last)}
      </span>
      <button type="button" className="button-plain" disabled={page >= last} onClick={() => onPage(page + 1)}>
        Later
      </button>
    </nav>
  );
}
