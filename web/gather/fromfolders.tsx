import { Folder } from 'lucide-react';
import { openFolder } from '@placard/core/contract';
import { useAddressQuery } from '../kit/addressquery.ts';
import { useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { FoundSheet } from './foundsheet.tsx';
import { Paging } from '../kit/paging.tsx';

/** Browses folders and albums kept elsewhere, and brings several pictures in at once. */
export function FromFolders() {
  const [search, change] = useAddressQuery();
  const folder = search.get('folder') ?? '';
  const page = Math.max(1, Number(search.get('page') ?? 1));
  const answer = useAsk(
    openFolder,
    { query: { folder, page: String(page) } },
    { staleTime: 60_000, placeholderData: (before) => before, retry: false },
  );
  const open = (id: string) => change({ folder: id, page: '' });
  const { name = 'Folders', path = [], folders = [], items = [], total = 0 } = answer.data ?? {};
  return (
    <>
      <nav aria-label="Folders" className="mb-2 flex flex-wrap items-baseline gap-1.5">
        <button type="button" className="button-plain" disabled={folder === ''} onClick={() => open('')}>
          {name}
        </button>
        {path.map(({ id, title }) => (
          <span key={id}>
            <span aria-hidden className="text-soft">
              /{' '}
            </span>
            <button
              type="button"
              className="button-plain"
              disabled={id === folder}
              aria-current={id === folder ? 'page' : undefined}
              onClick={() => open(id)}
            >
              {title}
            </button>
          </span>
        ))}
        <span className="ml-auto text-soft">{folder !== '' && plural(total, 'picture')}</span>
      </nav>
      {answer.error && <Notice severity="stop">{answer.error.message}</Notice>}
      {folders.length > 0 && (
        <ul className="mb-3 flex flex-wrap gap-2">
          {folders.map(({ id, title, count }) => (
            <li key={id}>
              <button type="button" className="button" onClick={() => open(id)}>
                <Folder aria-hidden className="size-4" /> {title}
                {count > 0 && <span className="text-soft">{count}</span>}
              </button>
            </li>
          ))}
        </ul>
      )}
      {folder === '' ? (
        <p className="text-soft">Open a folder to see what lies in it.</p>
      ) : (
        answer.data && (
          <FoundSheet key={folder} found={items} empty="No pictures lie in this folder itself." />
        )
      )}
      <Paging page={page} total={total} onPage={(next) => change({ page: String(next) })} />
    </>
  );
}
