import type { Editor } from '@tiptap/react';
import { FORMAT, type PageDocument } from '@placard/core/page';

/** What stands in the editor, as it is stored. */
export const documentOf = (editor: Editor): PageDocument => ({
  type: 'doc',
  format: FORMAT,
  content: editor.getJSON().content as unknown as PageDocument['content'],
});
