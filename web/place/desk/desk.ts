import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import type { Site } from '@placard/core/contract';
import {
  kindOf,
  USUAL_EDGES,
  pageWidth,
  type AnyBlock,
  type Holdings,
  type RenderContext,
  type AvailableWidth,
} from '@placard/core/page';

/** Wherever a link leads on the desk, it is drawn as one: Proof knows whether what it leads to is there. */
class Anywhere extends Map<string, { title: string; address: string; anchors: string[] }> {
  override get = () => ({ title: '', address: '#', anchors: [] });
}
const ANYWHERE = new Anywhere();

/** What is drawn on the desk is drawn from this: the desk is the screen that the page lies on. */
export const deskContext = (site: Site | undefined, holdings: Holdings): RenderContext => ({
  measures: site?.measures ?? [],
  edges: site?.edges ?? USUAL_EDGES,
  language: site?.language ?? 'en',
  holdings,
  addressOf: ({ key }) => key,
  screen: '100cqw',
  pages: ANYWHERE,
});

/** What the desk knows of the site and of what lies in the page, for what is set together; it changes while things are fetched. */
class Desk {
  context = deskContext(undefined, new Map());
  readonly #listeners = new Set<() => void>();

  set(context: RenderContext): void {
    this.context = context;
    for (const listener of this.#listeners) listener();
  }

  /** Calls back whenever something else is known. Gives back what ends that. */
  listen(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  }
}

const desks = new WeakMap<Editor, Desk>();

/** The desk that an editor lies on. */
export function deskOf(editor: Editor): Desk {
  const desk = desks.get(editor) ?? new Desk();
  desks.set(editor, desk);
  return desk;
}

/** What tells one state of what is held from another: what there is, and how it looks. */
export const stampOf = (holdings: Holdings): string =>
  [...holdings]
    .map(([key, { width, height, focal, sources }]) =>
      [key, width, height, focal?.x, focal?.y, sources[0]?.key].join(' '),
    )
    .join(';');

const blocks = new WeakMap<Node, AnyBlock>();

/** A node of the editor as a page has it; the same value for the same node. */
export function blockOf(node: Node): AnyBlock {
  const block = blocks.get(node) ?? (node.toJSON() as AnyBlock);
  blocks.set(node, block);
  return block;
}

/** The room at a place of the page, as whatever holds it hands it down. */
export function roomAt(
  editor: Editor,
  at: number | undefined,
  context: Pick<RenderContext, 'measures' | 'holdings'>,
): AvailableWidth {
  let room = pageWidth(context.measures);
  // What is drawn may be a change older than the page.
  if (at === undefined || at > editor.state.doc.content.size) return room;
  const $at = editor.state.doc.resolve(at);
  for (let depth = 1; depth <= $at.depth; depth++) {
    const block = blockOf($at.node(depth));
    room = kindOf(block).rooms(block, room, context)($at.index(depth));
  }
  return room;
}
