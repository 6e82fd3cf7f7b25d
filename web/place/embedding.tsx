import type { Editor, JSONContent } from '@tiptap/react';
import type { Page, Site } from '@placard/core/contract';
import { UnpackView } from '../embed/unpackview.tsx';
import { insertAt } from './desk/placing.ts';
import { takeAddressOut } from './pastedaddress.tsx';
import type { PageOnDesk } from './usepageondesk.ts';

/** What an embed into a page is in hand by until it is done with. */
export const embeddingOf = (page: Page): string => `embed ${page.id}`;

/** Code or an address on the desk instead of the page, until it stands in it. */
export function Embedding({
  page,
  site,
  desk: { editor, own },
  code,
  placeChosen,
  onDone,
}: {
  page: Page;
  site: Site;
  desk: PageOnDesk;
  code: string;
  /** Where it was chosen to stand; null for where the caret is. */
  placeChosen: () => number | null;
  onDone: () => void;
}) {
  return (
    <main className="h-full">
      <h1 className="sr-only">Embed into {own.title}</h1>
      <UnpackView
        name={embeddingOf(page)}
        code={code}
        section={page.section.id}
        site={site}
        onClose={onDone}
        onWords={(words) => {
          putWords(editor, words, placeChosen());
          onDone();
        }}
        onPlace={(blocks) => {
          let at = placeChosen() ?? takeAddressOut(editor, code);
          for (const block of blocks) {
            insertAt(editor, block as JSONContent, at);
            at = editor.state.selection.to;
          }
          onDone();
        }}
      />
    </main>
  );
}

/** Puts words where they were pasted, each line a paragraph of its own where there are several. */
function putWords(editor: Editor, words: string, at: number | null): void {
  const lines = words
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const content = lines.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] }));
  const [only] = lines;
  if (at !== null) for (const line of content.toReversed()) insertAt(editor, line, at);
  else if (lines.length === 1 && only !== undefined)
    editor.commands.insertContent({ type: 'text', text: only });
  else editor.commands.insertContent(content);
}
