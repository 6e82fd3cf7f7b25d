import { readPage, type Page } from '@placard/core/contract';
import { useAsk } from '../kit/asking.ts';
import { Notice } from '../kit/notice.tsx';

/** Says that somebody else has saved the page since this window has it, where nothing of this window's is unsaved. */
export function SavedElsewhere({
  page,
  version,
  onBring,
}: {
  page: string;
  /** The version that this window writes on. */
  version: number;
  onBring: (newer: Page) => void;
}) {
  const { data: newest } = useAsk(readPage, { params: { id: page } });
  if (!newest || newest.version <= version) return null;
  return (
    <div className="mb-3">
      <Notice
        severity="warn"
        action={
          <button type="button" className="button shrink-0" onClick={() => onBring(newest)}>
            Bring it in
          </button>
        }
      >
        {newest.changedBy || 'Somebody'} has changed this page since you opened it.
      </Notice>
    </div>
  );
}
