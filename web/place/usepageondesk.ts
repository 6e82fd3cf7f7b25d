import type { JSONContent } from '@tiptap/react';
import { useEffect, useState } from 'react';
import type { Page } from '@placard/core/contract';
import { upgraded } from '@placard/core/page';
import type { Found } from '../kit/drafts.ts';
import { useLatest } from '../kit/uselatest.ts';
import { documentOf } from './desk/documentof.ts';
import type { OwnFacts } from './desk/ownfacts.ts';
import { putDocument } from './desk/putdocument.ts';
import { useAutosave, type Draft, type KeptDraft } from './desk/usepage.ts';
import { usePageEditor, type Happening } from './usepageeditor.ts';

export type PageOnDesk = ReturnType<typeof usePageOnDesk>;

/** A page while it is written: its words in the editor, its own facts, and how both are saved. */
export function usePageOnDesk(
  page: Page,
  found: Found<KeptDraft> | null,
  mayWrite: boolean,
  happening: () => Omit<Happening, 'onWritten'>,
) {
  // Written on this very version, it goes on from there by itself.
  const resumed = found?.what.version === page.version ? found.what : null;
  const [offered, setOffered] = useState(resumed === null ? found : null);
  const [own, setOwn] = useState<OwnFacts>({
    title: resumed?.title ?? page.title,
    facts: resumed?.facts ?? page.facts,
    shown: resumed?.shown === undefined ? page.shown : resumed.shown,
  });
  // A page always has a title: without one the words are saved under the one it had.
  const ownNow = useLatest<OwnFacts>({ ...own, title: own.title.trim() || page.title });
  const saving = useAutosave(page);
  const { write, adopt, resume, base } = saving;
  const [begun] = useState(() => upgraded(resumed?.document ?? page.document));
  const editor = usePageEditor(page.id, begun, mayWrite, () => ({
    ...happening(),
    onWritten: (document) => write(() => ({ ...ownNow.current, document: document() })),
  }));
  useEffect(() => {
    if (!resumed || !found) return;
    write(() => ({ ...ownNow.current, document: begun }));
    adopt(found.key);
    // Once, as it was found.
  }, [resumed, found, begun, ownNow, write, adopt]);
  return {
    editor,
    begun,
    own,
    saving,
    /** What was written before on another version, until it is taken or thrown away. */
    offered,
    withdraw: () => setOffered(null),
    /** Goes on with what was written before. */
    takeDraft: ({ what, key }: Found<KeptDraft>) => {
      setOffered(null);
      // What was kept before facts were says nothing of them: they stay.
      const { title, facts = page.facts, shown = page.shown } = what;
      const document = upgraded(what.document);
      setOwn({ title, facts, shown });
      editor.commands.setContent(document as JSONContent);
      write(() => ({ title, facts, shown, document }));
      adopt(key);
    },
    writeOwn: (change: Partial<OwnFacts>) => {
      const next = { ...own, ...change };
      setOwn(next);
      write((): Draft => ({ ...next, title: next.title.trim() || page.title, document: documentOf(editor) }));
    },
    /** Brings in what was saved elsewhere, where nothing is written here. */
    bringIn: (newer: Page) => {
      const { title, facts, shown } = newer;
      setOwn({ title, facts, shown });
      putDocument(editor, upgraded(newer.document), { undone: false });
      resume(newer, null);
    },
    /** Goes on from theirs, with what was made of both. */
    merge: (theirs: Page, both: OwnFacts) => {
      setOwn(both);
      resume(theirs, () => ({ ...both, document: documentOf(editor) }));
    },
    /** Lets go of what is written here: the newer page is opened instead. */
    letNewer: () => resume({ ...base(), version: page.version }, null),
  };
}
