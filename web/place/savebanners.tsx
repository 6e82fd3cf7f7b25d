import type { Page } from '@placard/core/contract';
import { Conflict } from './conflict.tsx';
import { KeptDraftOffer } from './keptdraft.tsx';
import { SavedElsewhere } from './savedelsewhere.tsx';
import type { PageOnDesk } from './usepageondesk.ts';

/** What is to be decided about a page before it is written on: others saved it, or something was written here before. */
export function SaveBanners({
  page,
  desk,
  onOpenNewer,
}: {
  page: Page;
  desk: PageOnDesk;
  onOpenNewer: () => void;
}) {
  const { editor, own, offered, saving } = desk;
  const { state, version, base } = saving;
  return (
    <>
      {state.kind === 'conflict' && (
        <Conflict
          page={page}
          says={state.says}
          editor={editor}
          own={own}
          base={base}
          onOpenNewer={() => {
            desk.letNewer();
            onOpenNewer();
          }}
          onMerged={desk.merge}
        />
      )}
      {state.kind === 'saved' && <SavedElsewhere page={page.id} version={version} onBring={desk.bringIn} />}
      {offered && (
        <KeptDraftOffer
          page={page}
          draft={offered}
          onTake={() => desk.takeDraft(offered)}
          onDone={desk.withdraw}
        />
      )}
    </>
  );
}
