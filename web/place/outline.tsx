import { useEditorState, type Editor } from '@tiptap/react';
import { listAssets } from '@placard/core/contract';
import type { Finding } from '@placard/core/proof';
import { useAsk } from '../kit/asking.ts';

interface Line {
  pos: number;
  id: string | null;
  asset: string | null;
  words: string;
  kind: string;
  on: boolean;
}

/** What stands in the page, in order: headings and placements, with those that something was found in. */
export function Outline({ editor, findings }: { editor: Editor; findings: Finding[] | null }) {
  const lines = useEditorState({ editor, selector: ({ editor }) => linesOf(editor) });
  const assets = useAsk(listAssets, { query: { limit: '500' } });
  const titleOf = (line: Line) =>
    assets.data?.assets.find(({ id }) => id === line.asset)?.placard.title || line.words;
  const flagged = new Set(findings?.map(({ where }) => where));
  const go = ({ pos, kind }: Line) => {
    const chain = editor.chain();
    (kind === 'heading' ? chain.setTextSelection(pos + 1) : chain.setNodeSelection(pos))
      .scrollIntoView()
      .focus()
      .run();
  };
  return (
    <nav
      aria-label="In this page"
      className="min-h-0 overflow-y-auto py-4 pl-5 text-[12.5px] text-soft max-lg:hidden"
    >
      In this page
      <ol className="mt-2 border-l border-edge">
        {lines.map((line) => (
          <li key={line.id ?? line.pos} className="relative">
            {line.on && (
              <span aria-hidden className="absolute top-1 bottom-1 -left-px border-l-[3px] border-madder" />
            )}
            <button
              type="button"
              onClick={() => go(line)}
              className={`block w-full py-1 pl-2.5 text-left hover:text-madder ${line.on ? 'font-semibold text-ink' : ''} ${flagged.has(line.id ?? '') ? 'font-medium text-ochre' : ''}`}
            >
              {titleOf(line)}
              {line.kind !== 'heading' && line.kind !== 'picture' && ` (${line.kind})`}
              {flagged.has(line.id ?? '') && <span className="sr-only">, something was found here</span>}
            </button>
          </li>
        ))}
        {lines.length === 0 && <li className="py-1 pl-2.5">nothing but words</li>}
      </ol>
    </nav>
  );
}

function linesOf(editor: Editor): Line[] {
  const lines: Line[] = [];
  const { from } = editor.state.selection;
  editor.state.doc.forEach((node, pos) => {
    const kind = node.type.name;
    if (!['heading', 'picture', 'film', 'embed'].includes(kind)) return;
    const frame = node.attrs['frame'] as { title: string } | null | undefined;
    lines.push({
      pos,
      kind,
      id: (node.attrs['id'] as string | undefined) ?? null,
      asset: (node.attrs['asset'] as string | undefined) ?? null,
      words: node.textContent || frame?.title || kind,
      on: from >= pos && from < pos + node.nodeSize,
    });
  });
  return lines;
}
