import type { Node } from '@tiptap/pm/model';
import { useEditorState, type Editor } from '@tiptap/react';
import { readAsset } from '@placard/core/contract';
import type { Finding } from '@placard/core/proof';
import { useAsk } from '../kit/asking.ts';
import type { SettingName } from '@placard/core/page';
import { placedKindOf } from './kinds/index.ts';
import { itemsOf } from './desk/together.ts';
import { deskSettingOf } from './settings/each/index.ts';

interface Line {
  /** Which of them it is. Not where: that changes with every key, and all lines would be drawn anew. */
  nth: number;
  id: string | null;
  asset: string | null;
  words: string;
  kind: string;
  /** How deep it stands: under the headings before it, from 0. */
  depth: number;
  on: boolean;
}

/** What stands in the page, in order: headings and placements, with those that something was found in. */
export function Outline({ editor, findings }: { editor: Editor; findings: Finding[] | null }) {
  const lines = useEditorState({ editor, selector: ({ editor }) => linesOf(editor) });
  const flagged = new Set(findings?.map(({ where }) => where));
  const go = ({ nth, kind }: Line) => {
    const pos = placeOf(editor, nth);
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
          <li key={line.id ?? line.nth} className="relative" data-depth={line.depth}>
            {line.on && (
              <span aria-hidden className="absolute top-1 bottom-1 -left-px border-l-[3px] border-madder" />
            )}
            <button
              type="button"
              onClick={() => go(line)}
              style={{ paddingLeft: 10 + line.depth * 10 }}
              className={`block w-full py-1 text-left hover:text-madder ${line.on ? 'font-semibold text-ink' : ''} ${flagged.has(line.id ?? '') ? 'font-medium text-ochre' : ''}`}
            >
              {line.asset === null ? line.words : <HeldTitle id={line.asset} otherwise={line.words} />}
              {flagged.has(line.id ?? '') && <span className="sr-only">, something was found here</span>}
            </button>
          </li>
        ))}
        {lines.length === 0 && <li className="py-1 pl-2.5">nothing but words</li>}
      </ol>
    </nav>
  );
}

/** What is placed, by its title and its kind; its placement has asked for the same already. */
function HeldTitle({ id, otherwise }: { id: string; otherwise: string }) {
  const { data: asset } = useAsk(readAsset, { params: { id } });
  if (!asset) return otherwise;
  const { kind } = asset.facts;
  return (
    <>
      {asset.placard.title || asset.fileName}
      {kind !== 'picture' && ` (${kind})`}
    </>
  );
}

/** Headings, what is placed, and what is set together; of the things in that only what is a heading. */
function isListed({ type }: Node, parent: Node | null): boolean {
  if (type.name === 'heading' || type.name === 'together') return true;
  return placedKindOf(type.name) !== undefined && parent?.type.name !== 'item';
}

const COUNTS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];

/** What things set together are called: by their name, or how many they are and how they stand. */
function togetherCalled(node: Node): string {
  const count = itemsOf(node);
  const named = String(node.attrs['name'] ?? '');
  const stands = deskSettingOf(node.attrs['setting'] as SettingName).called;
  if (named !== '') return named;
  return count === 1
    ? stands.replace(/^./, (first) => first.toUpperCase())
    : `${COUNTS[count] ?? count}, ${stands}`;
}

/** Where the nth line of the outline stands in the page now. */
function placeOf(editor: Editor, nth: number): number {
  let [place, at] = [0, 0];
  editor.state.doc.descendants((node, pos, parent) => {
    if (!isListed(node, parent)) return !node.isTextblock;
    if (at === nth) place = pos;
    at++;
    return node.type.name === 'together';
  });
  return place;
}

function linesOf(editor: Editor): Line[] {
  const lines: Line[] = [];
  /** The levels of the headings that what comes stands under. */
  let under: number[] = [];
  const { from } = editor.state.selection;
  editor.state.doc.descendants((node, pos, parent) => {
    const kind = node.type.name;
    const placed = placedKindOf(kind);
    if (!isListed(node, parent)) return !node.isTextblock;
    if (kind === 'heading') under = under.filter((level) => level < Number(node.attrs['level']));
    lines.push({
      nth: lines.length,
      kind,
      depth: under.length,
      id: (node.attrs['id'] as string | undefined) ?? null,
      asset: (node.attrs['asset'] as string | undefined) ?? null,
      words:
        kind === 'together'
          ? togetherCalled(node)
          : node.textContent || placed?.called({ type: kind, attrs: node.attrs }) || kind,
      on: from >= pos && from < pos + node.nodeSize,
    });
    if (kind === 'heading') under.push(Number(node.attrs['level']));
    return kind === 'together';
  });
  return lines;
}
