import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { readPage, readSite, type Page } from '@placard/core/contract';
import { FORMAT } from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { LeadOn } from '../kit/leadon.tsx';
import { EmptyScreen, Loading, Notice } from '../kit/notice.tsx';
import { usePageInHand } from '../pages/usepageinhand.ts';
import { PageEditor } from './editor.tsx';
import { leaving } from './desk/leaving.ts';
import { useKeptDraft } from './keptdraft.tsx';

/** Put media into a page. Without a page named, the one in hand or changed last. */
export default function Place() {
  const { page: id } = useParams();
  const first = usePageInHand(id);
  if (id !== undefined) return <OnePage key={id} id={id} />;
  if (first === undefined) return null;
  if (first !== null) return <LeadOn from="/place" to={`/place/${first}`} />;
  return (
    <EmptyScreen title="No pages yet">
      <Link className="underline" to="/pages">
        Begin the first one
      </Link>
      , then put pictures, films and embeds into it.
    </EmptyScreen>
  );
}

function OnePage({ id }: { id: string }) {
  const client = useQueryClient();
  const [opened, setOpened] = useState(0);
  const site = useAsk(readSite);
  const [shown, setShown] = useState<Page>();
  // The text in the editor is the truth while it is open: it is read once and never refreshed under the writer.
  const page = useAsk(
    readPage,
    { params: { id } },
    {
      staleTime: 0,
      enabled: shown === undefined,
      after: () => leaving.over(id),
    },
  );
  const draft = useKeptDraft(shown);
  if (page.error && !shown) {
    return (
      <div className="p-5">
        <Notice severity="stop">{page.error.message}</Notice>
      </div>
    );
  }
  if (page.data && !page.isFetching && !shown) setShown(page.data);
  // Written over, it would lose what this window does not know.
  if (shown && (shown.document.format ?? 0) > FORMAT) return <NewerPage page={shown} />;
  if (!shown || !site.data) return <Loading what={page.data ? `“${page.data.title}”` : 'the page'} />;
  const openNewer = async () => {
    await client.invalidateQueries({ queryKey: [readPage.path] });
    setShown(undefined);
    setOpened((count) => count + 1);
  };
  if (draft === undefined) return null;
  return (
    <PageEditor
      key={opened}
      page={shown}
      draft={draft}
      site={site.data}
      onOpenNewer={() => void openNewer()}
    />
  );
}

/** A page that a newer Placard wrote than this window has loaded: looked at, not written in. */
function NewerPage({ page }: { page: Page }) {
  return (
    <main className="mx-auto max-w-[620px] p-5">
      <h1>{page.title}</h1>
      <Notice
        severity="warn"
        action={
          <button type="button" className="button button-go" onClick={() => location.reload()}>
            Load the window anew
          </button>
        }
      >
        Placard was renewed since this window was opened, and this page has things in it that the window does
        not know. They are kept as they are. <Link to={`/proof/${page.id}`}>Look at it in Proof</Link>, or
        load the window anew to write in it.
      </Notice>
    </main>
  );
}
