import type { Editor } from '@tiptap/react';
import { useEffect, useState } from 'react';
import type { PageDocument } from '@placard/core/page';
import { paced } from '../../kit/pace.ts';
import { documentOf } from '../desk/documentof.ts';

/** How long after the last key the words are looked through, in milliseconds: that takes longer than a key may. */
const PAUSE = paced(700);

/** The page as it stands, a moment after its words do. */
export function useSettledDocument(editor: Editor): PageDocument {
  const [document, setDocument] = useState(() => documentOf(editor));
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const later = () => {
      clearTimeout(timer);
      timer = setTimeout(() => setDocument(documentOf(editor)), PAUSE);
    };
    editor.on('update', later);
    return () => {
      clearTimeout(timer);
      editor.off('update', later);
    };
  }, [editor]);
  return document;
}
