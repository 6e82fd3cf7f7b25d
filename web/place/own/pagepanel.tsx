import type { Editor } from '@tiptap/react';
import { readPage, type Page, type Site } from '@placard/core/contract';
import { wordCount, type PageFacts, type Schedule } from '@placard/core/page';
import { plural } from '@placard/core/text';
import { useAsk } from '../../kit/asking.ts';
import { DayField } from '../../kit/dayfield.tsx';
import { Fold } from '../../kit/fold.tsx';
import { CopyUses } from '../copies/copypanel.tsx';
import { AddressFields } from './addressfields.tsx';
import { FactPictures } from './factpictures.tsx';
import { FoundBy } from './foundby.tsx';
import { useSettledDocument } from './usesettleddocument.ts';
import { WhenFields, whenOfPage } from './whenfields.tsx';

/** What belongs to the page itself: how it is found and shown elsewhere, when it is shown, where it stands, what it was. */
export function PagePanel({
  page,
  className = '',
  site,
  editor,
  title,
  facts,
  shown,
  today,
  lookedOn,
  onLook,
  onFacts,
  onShown,
  onVersions,
}: {
  page: Page;
  className?: string;
  site: Site;
  editor: Editor;
  title: string;
  facts: PageFacts;
  shown: Schedule | null;
  today: string;
  lookedOn: string;
  onLook: (day: string) => void;
  onFacts: (facts: PageFacts) => void;
  onShown: (shown: Schedule | null) => void;
  onVersions: () => void;
}) {
  // What was read when the page was opened may have moved since.
  const { data: now = page } = useAsk(readPage, { params: { id: page.id } });
  const fold = 'border-t border-rule pt-1 text-[13px]';
  return (
    <section aria-label="This page" className={`wall-label py-3 ${className}`}>
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h2>{page.copy ? 'This standing copy' : 'This page'}</h2>
        <WordCount editor={editor} language={site.language} />
      </div>
      {page.copy ? (
        <CopyUses copy={page.id} />
      ) : (
        <>
          <Fold says="Search and description" className={fold} open>
            <FoundBy page={now} site={site} editor={editor} title={title} facts={facts} onChange={onFacts} />
          </Fold>
          <Fold says="Lead and listing pictures" className={fold}>
            <FactPictures page={now} site={site} title={title} facts={facts} onChange={onFacts} />
          </Fold>
        </>
      )}
      <Fold says={`Schedule: ${whenOfPage(shown, today)}`} className={fold}>
        <WhenFields when={shown} today={today} onChange={onShown} />
        <DayField
          className="mb-2"
          label="Look at the page as it will be on"
          value={lookedOn}
          placeholder="as it is today"
          onChange={onLook}
        />
      </Fold>
      {!page.copy && (
        <Fold says={`Address: ${now.address}`} className={`${fold} break-words`}>
          <AddressFields page={now} site={site} />
        </Fold>
      )}
      <p className={fold}>
        <button type="button" className="button-plain -ml-1.5" onClick={onVersions}>
          Earlier versions
        </button>
      </p>
    </section>
  );
}

function WordCount({ editor, language }: { editor: Editor; language: string }) {
  const document = useSettledDocument(editor);
  return <span className="text-[12.5px] text-soft">{plural(wordCount(document, language), 'word')}</span>;
}
