import { useEffect, useState } from 'react';
import { createPage, type Page } from '@placard/core/contract';
import { asText, upgraded } from '@placard/core/page';
import { useDo } from '../kit/asking.ts';
import { useOnce } from '../kit/once.ts';
import { forgetDraft, keptDrafts, type Found } from '../kit/drafts.ts';
import { Notice } from '../kit/notice.tsx';
import { ago } from '../kit/days.ts';
import type { Draft, KeptDraft } from './desk/usepage.ts';
import { useLeadOn } from '../kit/leadon.tsx';

/** What was written in a page here and never reached the server; undefined until that is known, null for nothing. */
export function useKeptDraft(page: Page | undefined): Found<KeptDraft> | null | undefined {
  const [found, setFound] = useState<{ id: string; draft: Found<KeptDraft> | null }>();
  useEffect(() => {
    if (!page) return;
    void keptDrafts<KeptDraft>('page', page.id).then((drafts) => {
      const isSame = ({ what }: Found<KeptDraft>) => asRead({ ...page, ...what }) === asRead(page);
      for (const draft of drafts) if (isSame(draft)) void forgetDraft(draft.key);
      setFound({ id: page.id, draft: drafts.find((draft) => !isSame(draft)) ?? null });
    });
  }, [page]);
  return page && found?.id === page.id ? found.draft : undefined;
}

/** A page in words that are the same for the same title, body, facts and days. */
const asRead = ({ title, document, facts, shown }: Draft): string =>
  asText([title, upgraded(document), facts, shown]);

/** Offers what was written on an older version: as a page of its own, here over the newer one, or not at all. */
export function KeptDraftOffer({
  page,
  draft: { key, what: draft },
  onTake,
  onDone,
}: {
  page: Page;
  draft: Found<KeptDraft>;
  onTake: () => void;
  onDone: () => void;
}) {
  const create = useDo(createPage);
  const leadOn = useLeadOn(`/place/${page.id}`);
  const letGo = async () => {
    await forgetDraft(key);
    onDone();
  };
  const own = useOnce(async () => {
    const { title, document } = draft;
    const body = {
      title: `${title.slice(0, 180)} (my words)`,
      section: page.section.id,
      document: upgraded(document),
    };
    const made = await create.mutateAsync({ body }).catch(() => undefined);
    if (!made) return;
    await letGo();
    leadOn({ to: `/place/${made.id}`, says: `“${made.title}” was begun.` });
  });
  return (
    <div className="wall-label mb-3 border-ochre py-2">
      <Notice severity="warn">
        What you wrote here {ago(draft.at)} was not saved, and {page.changedBy || 'somebody'} changed the page
        since. It is kept in this browser.
      </Notice>
      {create.error && <Notice severity="stop">{create.error.message}</Notice>}
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button button-go" disabled={own.busy} onClick={() => own.press()}>
          Keep mine as a page of its own
        </button>
        <button type="button" className="button" onClick={onTake}>
          Put mine in place of theirs
        </button>
        <button type="button" className="button-plain" onClick={() => void letGo()}>
          Let mine go
        </button>
      </div>
    </div>
  );
}
