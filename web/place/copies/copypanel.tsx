import { useQueryClient } from '@tanstack/react-query';
import type { Editor } from '@tiptap/react';
import { closeHistory } from '@tiptap/pm/history';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { listCopyUses, readPage } from '@placard/core/contract';
import { loosened, scheduleOf } from '@placard/core/page';
import { plural } from '@placard/core/text';
import { call } from '../../kit/api.ts';
import { keyOf, useAsk } from '../../kit/asking.ts';
import { useOnce } from '../../kit/once.ts';
import { newPlacementId } from '../../kit/newplacementid.ts';
import { moveSelected, placedNode } from '../desk/placing.ts';
import { blockOf } from '../desk/desk.ts';
import { IconButton } from '../standing/iconbutton.tsx';

/** The standing copy that is selected: where it is kept and used, and how it is loosened here. */
export function CopyPanel({ editor, id, copy }: { editor: Editor; id: string; copy: string }) {
  const client = useQueryClient();
  const { data: kept } = useAsk(readPage, { params: { id: copy } }, { retry: false });
  const loosening = useOnce(async () => {
    const kept = await client.fetchQuery({
      queryKey: keyOf(readPage, { id: copy }),
      queryFn: () => call(readPage, { params: { id: copy } }),
      staleTime: 0,
    });
    const found = placedNode(editor, id);
    if (!found) return;
    const { node, pos } = found;
    const blocks = loosened(kept, scheduleOf(blockOf(node)), newPlacementId).map((block) =>
      editor.schema.nodeFromJSON(block),
    );
    editor.view.dispatch(
      closeHistory(editor.state.tr)
        .replaceWith(pos, pos + node.nodeSize, blocks)
        .scrollIntoView(),
    );
    editor.view.focus();
  });
  return (
    <section aria-label="Standing copy" className="wall-label py-3 text-[13px]">
      <div className="mb-1 flex items-center">
        <h2 className="mr-auto">{kept?.title ?? 'Standing copy'}</h2>
        <IconButton
          label="Move up (Alt and up arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowUp')}
          icon={<ArrowUp aria-hidden className="size-4" />}
        />
        <IconButton
          label="Move down (Alt and down arrow)"
          onClick={() => moveSelected(editor.view, 'ArrowDown')}
          icon={<ArrowDown aria-hidden className="size-4" />}
        />
        <IconButton
          label="Remove from the page"
          onClick={() => editor.chain().focus().deleteSelection().run()}
          icon={<Trash2 aria-hidden className="size-4" />}
        />
      </div>
      <p className="text-soft">
        It is kept once. What is changed there is changed in every page that uses it.
      </p>
      <p className="mt-2 flex flex-wrap gap-x-2">
        <Link className="button-plain -ml-1.5" to={`/place/${copy}`}>
          Change it everywhere
        </Link>
        {kept && (
          <button type="button" className="button-plain" onClick={() => loosening.press()}>
            Detach
          </button>
        )}
      </p>
      <CopyUses copy={copy} />
    </section>
  );
}

/** The pages that use some standing copy. */
export function CopyUses({ copy }: { copy: string }) {
  const { data: uses } = useAsk(listCopyUses, { params: { id: copy } });
  if (!uses) return null;
  return (
    <div className="mt-2 border-t border-rule pt-2">
      <p className="caption">
        {uses.length === 0 ? 'Used in no page yet' : `Used in ${plural(uses.length, 'page')}`}
      </p>
      <ul>
        {uses.map(({ id, title }) => (
          <li key={id}>
            <Link className="block py-1 hover:text-madder" to={`/place/${id}`}>
              {title}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
