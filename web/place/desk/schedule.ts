import { Extension } from '@tiptap/core';
import { Fragment, Slice, type Node, type ResolvedPos } from '@tiptap/pm/model';
import { Plugin, type EditorState, type Transaction } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import * as v from 'valibot';
import {
  bothSchedules,
  isAsStrict,
  isSeen,
  ScheduleSchema,
  scheduleOf,
  type Viewer,
  type Schedule,
} from '@placard/core/page';
import { scheduleInWords } from './scheduleinwords.ts';

/** Said in a transaction when somebody looks at another day. */
export const LOOK = 'another day is looked at';
/** Said in a transaction that says itself when blocks are shown. */
export const SAYS_WHEN = 'when blocks are shown is said';

/**
 * When a block is shown, kept with it wherever it goes: cut and pasted, dragged, joined to another, lifted out of what
 * was hidden. Said beside it on the desk, where what nobody sees stands paler.
 */
export const Scheduled = Extension.create<{ types: readonly string[]; viewer: () => Viewer }>({
  name: 'shownWhen',
  addOptions: () => ({ types: [], viewer: () => ({ day: '', ours: true }) }),
  addGlobalAttributes() {
    return [
      {
        types: [...this.options.types],
        attributes: {
          when: {
            default: null,
            keepOnSplit: true,
            // The clipboard has it; what is read back must be as pages have it.
            parseHTML: (element) => readWhen(element.getAttribute('data-placard-when')),
            renderHTML: ({ when }) => (when ? { 'data-placard-when': JSON.stringify(when) } : {}),
          },
        },
      },
    ];
  },
  addProseMirrorPlugins() {
    const { viewer } = this.options;
    return [
      new Plugin({
        state: {
          init: (_config, { doc }) => said(doc, viewer()),
          apply: (transaction, before) => {
            if (transaction.getMeta(LOOK)) return said(transaction.doc, viewer());
            return transaction.docChanged ? said(transaction.doc, viewer()) : before;
          },
        },
        appendTransaction: keptHidden,
        props: {
          decorations(state) {
            return this.getState(state) as DecorationSet;
          },
          transformCopied: (slice, { state: { selection } }) =>
            withInherited(slice, whenAt(selection.$from, 'node' in selection ? selection.$from.depth : 0)),
          transformPasted: asBlocksOfTheirOwn,
        },
      }),
    ];
  },
});

function readWhen(said: string | null): Schedule | null {
  if (said === null) return null;
  try {
    const read = v.safeParse(ScheduleSchema, JSON.parse(said));
    return read.success ? read.output : null;
  } catch {
    return null;
  }
}

const ownWhen = (node: Node): Schedule | null => scheduleOf({ type: node.type.name, attrs: node.attrs });

/** When what stands at a place is shown, with all that holds it down to a depth. */
const whenAt = ($pos: ResolvedPos, depth = $pos.depth): Schedule | null =>
  Array.from({ length: depth }, (_, at) => ownWhen($pos.node(at + 1))).reduce(bothSchedules, null);

/**
 * Nothing becomes public by being joined, lifted or turned into something else: what was hidden where it stood is so
 * where it stands now. Only who says when it is shown, or undoes what was done, changes that.
 */
function keptHidden(
  transactions: readonly Transaction[],
  before: EditorState,
  after: EditorState,
): Transaction | null {
  const changed = transactions.filter(({ docChanged }) => docChanged);
  if (changed.length === 0 || changed.some((one) => one.getMeta(SAYS_WHEN) || one.getMeta('history$')))
    return null;
  const { tr } = after;
  hiddenWords(before.doc, (node, pos, was) => {
    // Its words, at either end: they may have been parted.
    for (const [place, side] of [
      [pos + 1, 1],
      [pos + 1 + node.content.size, -1],
    ] as const) {
      let [now, gone] = [place, false];
      for (const { mapping } of changed) {
        const mapped = mapping.mapResult(now, side);
        gone ||= side > 0 ? mapped.deletedAfter : mapped.deletedBefore;
        now = mapped.pos;
      }
      if (gone || node.content.size === 0) continue;
      const $now = tr.doc.resolve(now);
      if ($now.depth === 0 || isAsStrict(whenAt($now), was)) continue;
      tr.setNodeAttribute($now.before(), 'when', bothSchedules(ownWhen($now.parent), was));
    }
  });
  return tr.docChanged ? tr : null;
}

/** Goes through the words that are not shown always and to everybody, with when they are. */
function hiddenWords(doc: Node, look: (node: Node, pos: number, when: Schedule) => void): void {
  const within = (holder: Node, begins: number, inherited: Schedule | null) =>
    holder.forEach((node, offset) => {
      const when = bothSchedules(inherited, ownWhen(node));
      if (!node.isTextblock) within(node, begins + offset + 1, when);
      else if (when) look(node, begins + offset, when);
    });
  within(doc, 0, null);
}

/** Blocks as they stand, with when they are shown because of what holds them: to be put elsewhere. */
export function carried({ doc }: EditorState, from: number, to: number): Fragment {
  return withInherited(doc.slice(from, to), whenAt(doc.resolve(from))).content;
}

/** What is copied, with what it inherits from what holds it. */
function withInherited(slice: Slice, inherited: Schedule | null): Slice {
  const baked = (fragment: Fragment, when: Schedule | null): Fragment =>
    Fragment.from(
      fragment.content.map((node) => {
        const all = bothSchedules(when, ownWhen(node));
        if (!all || node.isInline) return node;
        const inside = node.isTextblock ? node.content : baked(node.content, all);
        return 'when' in node.attrs
          ? node.type.create({ ...node.attrs, when: all }, inside, node.marks)
          : node.copy(inside);
      }),
    );
  return new Slice(baked(slice.content, inherited), slice.openStart, slice.openEnd);
}

/** What is pasted and was hidden comes as blocks of its own: among words that are shown it would be shown with them. */
function asBlocksOfTheirOwn(slice: Slice): Slice {
  let hidden = false;
  slice.content.descendants((node) => {
    hidden ||= ownWhen(node) !== null;
    return !hidden;
  });
  if (!hidden) return slice;
  let { content, openStart, openEnd } = slice;
  // Out of what is open on both sides: a part of it was copied.
  while (openStart > 1 && openEnd > 1 && content.childCount === 1 && content.firstChild) {
    content = content.firstChild.content;
    openStart--;
    openEnd--;
  }
  const blocks = content.content.flatMap((node) => (node.type.spec.group ? [node] : blocksIn(node)));
  return new Slice(Fragment.from(blocks), 0, 0);
}

/** The blocks in what stands only in something else: an item, a cell, a row. */
const blocksIn = (node: Node): Node[] =>
  node.content.content.flatMap((child) => (child.type.spec.group ? [child] : blocksIn(child)));

function said(doc: Node, viewer: Viewer): DecorationSet {
  const decorations: Decoration[] = [];
  doc.descendants((node, pos) => {
    if (node.isInline) return false;
    const when = ownWhen(node);
    if (when)
      decorations.push(
        Decoration.node(pos, pos + node.nodeSize, {
          class: isSeen(when, viewer) ? 'shown-when' : 'shown-when not-seen',
          'data-when': scheduleInWords(when, viewer.day),
        }),
      );
    return !node.isTextblock;
  });
  return decorations.length === 0 ? DecorationSet.empty : DecorationSet.create(doc, decorations);
}
