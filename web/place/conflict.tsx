import { useNavigate } from 'react-router';
import { createPage, type Page } from '@placard/core/contract';
import type { PageDocument } from '@placard/core/page';
import { useDo } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

interface ConflictProps {
  page: Page;
  says: string;
  title: string;
  document: () => PageDocument;
  onOpenNewer: () => void;
}

/** Somebody else saved first: nothing is overwritten, and the writer chooses what becomes of these words. */
export function Conflict({ page, says, title, document, onOpenNewer }: ConflictProps) {
  const create = useDo(createPage);
  const navigate = useNavigate();
  const keep = async () => {
    const made = await create
      .mutateAsync({ body: { title: `${title} (my words)`, section: page.section.id, document: document() } })
      .catch(() => undefined);
    if (made) void navigate(`/place/${made.id}`);
  };
  return (
    <div className="wall-label mb-3 border-madder py-2">
      <Notice severity="stop">{says}</Notice>
      {create.error && <Notice severity="stop">{create.error.message}</Notice>}
      <div className="mt-2 flex gap-2">
        <button
          type="button"
          className="button button-go"
          onClick={() => void keep()}
          disabled={create.isPending}
        >
          Keep mine as a page of its own
        </button>
        <button type="button" className="button" onClick={onOpenNewer}>
          Leave mine and open theirs
        </button>
      </div>
    </div>
  );
}
