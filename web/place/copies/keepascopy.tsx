import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import { useState, type FormEvent } from 'react';
import { createPage, type Page } from '@placard/core/contract';
import { copiesIn, FORMAT, type AnyBlock, type PageDocument } from '@placard/core/page';
import { call, Refusal } from '../../kit/api.ts';
import { tell } from '../../kit/messages.tsx';
import { useMay } from '../../kit/asking.ts';
import { keepPlace, takePlace } from '../pending.ts';
import { newPlacementId } from '../placementid.ts';

/** Keeps what is chosen as standing copy: once, and here by its name. */
export function KeepAsCopy({
  editor,
  page,
  from,
  to,
  blocks,
}: {
  editor: Editor;
  page: Page;
  from: number;
  to: number;
  blocks: readonly AnyBlock[];
}) {
  const may = useMay(createPage);
  const [title, setTitle] = useState<string | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const document = { type: 'doc', format: FORMAT, content: blocks } as unknown as PageDocument;
  // Standing copy holds no other; and what lies in something else stays there.
  if (!may || page.copy || editor.state.doc.resolve(from).depth > 0 || copiesIn(document).length > 0)
    return null;
  if (title === null)
    return (
      <button type="button" className="button-plain mt-2 -ml-1.5 text-[13px]" onClick={() => setTitle('')}>
        Keep it as standing copy
      </button>
    );
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    const [first, last] = ['copy from', 'copy to'];
    keepPlace(editor, first, from);
    keepPlace(editor, last, to);
    try {
      const kept = await call(createPage, {
        body: { title: title.trim(), section: page.section.id, document, copy: true },
      });
      const [start, end] = [takePlace(editor, first) ?? from, takePlace(editor, last) ?? to];
      const node = editor.schema.nodes['standingCopy']?.create({ id: newPlacementId(), copy: kept.id });
      if (!node) return;
      const tr = closeHistory(editor.state.tr).replaceWith(start, end, node);
      editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, start)));
      setTitle(null);
      tell({ says: `“${kept.title}” is kept as standing copy, and stands here by its name.` });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSays(error.message);
    }
  };
  return (
    <form
      className="mt-2 text-[13px]"
      aria-label="Keep as standing copy"
      onSubmit={(event) => void keep(event)}
    >
      <label className="caption block">
        What it is called
        <input
          autoFocus
          className="input mt-1"
          maxLength={200}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          onKeyDown={(event) => event.key === 'Escape' && setTitle(null)}
        />
      </label>
      {says && <p className="text-madder">{says}</p>}
      <p className="mt-1.5 flex gap-2">
        <button type="submit" className="button button-go" disabled={title.trim() === ''}>
          Keep it
        </button>
        <button type="button" className="button-plain" onClick={() => setTitle(null)}>
          Not now
        </button>
      </p>
    </form>
  );
}
