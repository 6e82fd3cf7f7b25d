import { closeHistory } from '@tiptap/pm/history';
import { NodeSelection } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { createPage, type Page } from '@placard/core/contract';
import { copiesIn, FORMAT, type PageDocument } from '@placard/core/page';
import { call, Refusal } from '../../kit/api.ts';
import { tell } from '../../kit/messages.tsx';
import { useMay } from '../../kit/asking.ts';
import { useOnce } from '../../kit/once.ts';
import { nowAt, positionIn } from '../desk/positions.ts';
import { chosenBlocks, togetherRound } from '../desk/together.ts';
import { blockOf } from '../desk/desk.ts';
import { newPlacementId } from '../../kit/newplacementid.ts';

/** What would be kept: what is chosen, or all that is set together round it; null where that cannot be. */
function toBeKept(editor: Editor): { from: number; to: number; document: PageDocument } | null {
  const round = togetherRound(editor);
  const chosen =
    chosenBlocks(editor) ??
    (round && { from: round.pos, to: round.pos + round.node.nodeSize, blocks: [blockOf(round.node)] });
  if (!chosen) return null;
  const { from, to, blocks } = chosen;
  const document = { type: 'doc', format: FORMAT, content: blocks } as unknown as PageDocument;
  // Standing copy holds no other; and what lies in something else stays there.
  return editor.state.doc.resolve(from).depth > 0 || copiesIn(document).length > 0
    ? null
    : { from, to, document };
}

/** Keeps what is chosen as standing copy: once, and here by its name. */
export function KeepAsCopy({ editor, page }: { editor: Editor; page: Page }) {
  const may = useMay(createPage);
  const [title, setTitle] = useState<string | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const keeping = useOnce(async (named: string) => {
    const chosen = toBeKept(editor);
    if (!chosen) return;
    const { from, to, document } = chosen;
    const before = editor.state.doc.slice(from, to);
    const [first, last] = [positionIn(editor.state, from), positionIn(editor.state, to - 1)];
    try {
      const kept = await call(createPage, {
        body: { title: named, section: page.section.id, document, copy: true },
      });
      setTitle(null);
      const [start, end] = [first, last].map((one) => (editor.isDestroyed ? null : nowAt(editor.state, one)));
      const node = editor.schema.nodes['standingCopy']?.create({ id: newPlacementId(), copy: kept.id });
      // What was written in it while it was on its way is not in what is kept: it stays.
      if (!node || start == null || end == null || !editor.state.doc.slice(start, end + 1).eq(before)) {
        tell({
          says: `“${kept.title}” is kept as standing copy. What was kept has changed here, and stays as it is.`,
          at: `/place/${kept.id}`,
        });
        return;
      }
      const tr = closeHistory(editor.state.tr).replaceWith(start, end + 1, node);
      editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, start)));
      editor.view.focus();
      tell({ says: `“${kept.title}” is kept as standing copy, and stands here by its name.` });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSays(error.message);
    }
  });
  if (!may || page.copy || !toBeKept(editor)) return null;
  if (title === null)
    return (
      <button type="button" className="button-plain mt-2 -ml-1.5 text-[13px]" onClick={() => setTitle('')}>
        Keep it as standing copy
      </button>
    );
  return (
    <form
      className="mt-2 text-[13px]"
      aria-label="Keep as standing copy"
      onSubmit={(event) => {
        event.preventDefault();
        keeping.press(title.trim());
      }}
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
        <button type="submit" className="button button-go" disabled={title.trim() === '' || keeping.busy}>
          Keep it
        </button>
        <button type="button" className="button-plain" onClick={() => setTitle(null)}>
          Not now
        </button>
      </p>
    </form>
  );
}
