import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { listPages, readPage, readSite } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { Empty, Notice } from '../kit/notice.tsx';
import { PageEditor } from './editor.tsx';

/** Put media into a page. Without a page named, the one changed last. */
export default function Place() {
  const { page: id } = useParams();
  const pages = useAsk(listPages, {}, { enabled: id === undefined });
  if (id !== undefined) return <OnePage key={id} id={id} />;
  if (!pages.data) return null;
  const [first] = pages.data;
  if (first) return <Navigate to={`/place/${first.id}`} replace />;
  return (
    <Empty title="No pages yet">
      <Link className="underline" to="/pages">
        Begin the first one
      </Link>
      , then put pictures, films and embeds into it.
    </Empty>
  );
}

function OnePage({ id }: { id: string }) {
  const client = useQueryClient();
  const [opened, setOpened] = useState(0);
  const site = useAsk(readSite);
  // The text in the editor is the truth while it is open: it is read once and never refreshed under the writer.
  const page = useAsk(readPage, { params: { id } }, { staleTime: 0 });
  const [shown, setShown] = useState<typeof page.data>(undefined);
  if (page.error && !shown) {
    return (
      <div className="p-5">
        <Notice severity="stop">{page.error.message}</Notice>
      </div>
    );
  }
  if (page.data && !page.isFetching && !shown) setShown(page.data);
  if (!shown || !site.data) return null;
  const openNewer = async () => {
    await client.invalidateQueries({ queryKey: [readPage.path] });
    setShown(undefined);
    setOpened((count) => count + 1);
  };
  return <PageEditor key={opened} page={shown} site={site.data} onOpenNewer={() => void openNewer()} />;
}
