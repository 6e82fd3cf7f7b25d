import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { copyPage, listPages, movePage, type PageLine } from '@placard/core/contract';
import { useDo } from '../kit/asking.ts';
import { Menu } from '../kit/menu.tsx';
import { useOnce } from '../kit/once.ts';
import { useLeadOn } from '../kit/leadon.tsx';

/** What can be done with one page: another title, and beginning another one from it. */
export function PageDoings({ page }: { page: PageLine }) {
  const [doing, setDoing] = useState<'rename' | 'copy' | null>(null);
  return (
    <>
      <Menu
        says="More"
        label={`More to do with ${page.title}`}
        className="button-plain"
        items={[
          ['rename', 'Give it another title'],
          ['copy', 'Begin another page from it'],
        ]}
        onPick={(key) => setDoing(key as 'rename' | 'copy')}
      />
      {doing && <Titled key={doing} page={page} doing={doing} onDone={() => setDoing(null)} />}
    </>
  );
}

function Titled({ page, doing, onDone }: { page: PageLine; doing: 'rename' | 'copy'; onDone: () => void }) {
  const client = useQueryClient();
  const leadOn = useLeadOn('/pages');
  const rename = useDo(movePage);
  const copy = useDo(copyPage);
  const [title, setTitle] = useState(doing === 'rename' ? page.title : '');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  const error = rename.error ?? copy.error;
  const sending = useOnce(async () => {
    const params = { id: page.id };
    if (doing === 'copy') {
      const made = await copy.mutateAsync({ params, body: { title } }).catch(() => undefined);
      if (!made) return;
      leadOn({ to: `/place/${made.id}`, says: `“${made.title}” was begun.` });
    } else {
      const renamed = await rename.mutateAsync({ params, body: { title } }).catch(() => undefined);
      if (!renamed) return;
      await client.invalidateQueries({ queryKey: [listPages.path] });
      onDone();
    }
  });
  return (
    <form
      className="col-span-full mt-2 flex w-full flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        sending.press();
      }}
      onKeyDown={(event) => event.key === 'Escape' && onDone()}
    >
      <input
        ref={field}
        className="input max-w-[340px]"
        aria-label={
          doing === 'rename' ? `Title of ${page.title}` : `Title of the page begun from ${page.title}`
        }
        placeholder="Title of the new page"
        maxLength={200}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
      />
      <button type="submit" className="button" disabled={title.trim() === '' || sending.busy}>
        {doing === 'rename' ? 'Rename it' : 'Begin the page'}
      </button>
      <button type="button" className="button-plain" onClick={onDone}>
        Cancel
      </button>
      {error && <span className="text-madder">{error.message}</span>}
    </form>
  );
}
