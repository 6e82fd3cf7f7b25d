import { EditorContent, type Editor } from '@tiptap/react';
import type { ReactNode } from 'react';
import { readSite } from '@placard/core/contract';
import { LEAD, leadOf, usesIn, type PageFacts } from '@placard/core/page';
import { useAsk } from '../kit/asking.ts';
import { MarkupView } from '../kit/markup.tsx';
import { leadMarkup } from './leadmarkup.ts';
import { useHeld } from './desk/useheld.ts';

/** The title of a page and, under it, its lead picture and its words, on one sheet. */
export function Sheet({
  editor,
  mayWrite,
  title,
  facts,
  onTitle,
  children,
}: {
  editor: Editor;
  mayWrite: boolean;
  title: string;
  facts: PageFacts;
  onTitle: (title: string) => void;
  children?: ReactNode;
}) {
  return (
    <>
      <textarea
        rows={1}
        aria-label="Title of the page"
        maxLength={200}
        readOnly={!mayWrite}
        value={title}
        onChange={(event) => onTitle(event.target.value.replace(/\n/g, ' '))}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          editor.view.focus();
        }}
        className="mb-3 block field-sizing-content w-full resize-none overflow-hidden bg-transparent font-serif text-[29px] leading-tight font-semibold"
      />
      {facts.lead && <Lead facts={facts} />}
      <EditorContent editor={editor} />
      {children}
    </>
  );
}

/** The lead picture as visitors get it, before the words. */
function Lead({ facts }: { facts: PageFacts }) {
  const site = useAsk(readSite);
  const lead = leadOf({ document: { type: 'doc', content: [] }, facts });
  const { holdings } = useHeld(usesIn(lead));
  if (!site.data) return null;
  return (
    <div id={LEAD} className="lead">
      <MarkupView markup={leadMarkup(lead, site.data, holdings)} />
    </div>
  );
}
