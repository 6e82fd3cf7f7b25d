import { closeHistory } from '@tiptap/pm/history';
import { Fragment, type Node } from '@tiptap/pm/model';
import { NodeSelection, TextSelection, type Transaction } from '@tiptap/pm/state';
import type { Editor } from '@tiptap/react';
import {
  isMedia,
  kindOf,
  columnsFrom,
  itemsFrom,
  MOST_ITEMS,
  partsOf,
  takenApart,
  scheduleOf,
  withSchedule,
  type AnyBlock,
  type Item,
  type SettingName,
  type Together,
  type TogetherSaid,
} from '@placard/core/page';
import { newPlacementId } from '../../kit/newplacementid.ts';
import { hidesWords } from './placing.ts';
import { blockOf } from './desk.ts';
import { blocksRound, BlocksSelection, HOLDS_BLOCKS } from './blocksselection.ts';

/** What is set together and lies round the selection, or is it. */
export interface FoundTogether {
  node: Node;
  pos: number;
  /** Which of its things the selection lies in; null for none, or for all. */
  at: number | null;
}

/** The nearest things set together that the selection lies in; null for none. */
export function togetherRound(editor: Editor): FoundTogether | null {
  const { selection } = editor.state;
  if (selection instanceof NodeSelection && selection.node.type.name === 'together')
    return { node: selection.node, pos: selection.from, at: null };
  const { $from } = selection;
  for (let depth = $from.depth; depth > 0; depth--)
    if ($from.node(depth).type.name === 'together') {
      const node = $from.node(depth);
      const at = $from.index(depth);
      return { node, pos: $from.before(depth), at: at < itemsOf(node) ? at : null };
    }
  return null;
}

/** The same things where they stand by now: what a panel shows may be a key older than the page. Null where they are gone. */
export function asItIs(editor: Editor, { node, pos, at }: FoundTogether): FoundTogether | null {
  const { doc } = editor.state;
  const there = pos <= doc.content.size ? doc.nodeAt(pos) : null;
  if (there?.type === node.type && there.attrs['key'] === node.attrs['key']) return { node: there, pos, at };
  const found = withKey(editor, String(node.attrs['key']));
  return found && { ...found, at };
}

/** The same for one of them: what stood at a number may have been moved since it was drawn there. Null where it is gone. */
function thingAsItIs(editor: Editor, drawn: FoundTogether, at: number) {
  const found = asItIs(editor, drawn);
  if (!found) return null;
  const item = drawn.node.maybeChild(at);
  for (let nth = 0; nth < found.node.childCount; nth++)
    if (found.node.child(nth) === item) return { found, nth };
  // Something was changed in it.
  const same = at < itemsOf(found.node) && itemsOf(found.node) === itemsOf(drawn.node);
  return same ? { found, nth: at } : null;
}

/** What is set together under a key, wherever it stands in the page; null for none. */
export function withKey(editor: Editor, key: string): FoundTogether | null {
  let found: FoundTogether | null = null;
  editor.state.doc.descendants((node, pos) => {
    if (!found && node.type.name === 'together' && node.attrs['key'] === key) found = { node, pos, at: null };
    return !found && !node.isTextblock;
  });
  return found;
}

/** How many things are set together. */
export const itemsOf = (node: Node): number =>
  node.childCount - (node.lastChild?.type.name === 'alongside' ? 1 : 0);

/** Blocks beside each other that are chosen and can be set together. */
export interface ChosenBlocks {
  from: number;
  to: number;
  blocks: AnyBlock[];
  /** Nothing that is placed is among them. */
  words: boolean;
}

/** What is chosen to be set together: one thing placed, several blocks, or all of one; null for a part of one block's words. */
export function chosenBlocks(editor: Editor): ChosenBlocks | null {
  const { selection, doc } = editor.state;
  const round = blocksRound(selection);
  if (!round) return null;
  const whole = selection instanceof NodeSelection || selection instanceof BlocksSelection;
  if (!whole && selection.empty) return null;
  const blocks: AnyBlock[] = [];
  doc.nodesBetween(round.from, round.to, (node, pos) => {
    if (pos < round.from) return true;
    if (!node.isInline) blocks.push(blockOf(node));
    return false;
  });
  const placed = blocks.some(({ type }) => type === 'together' || (type !== 'arriving' && isMedia({ type })));
  // A part of a set is no block by itself, and words in a quotation, a list or a cell are a part of that.
  if (!placed && !HOLDS_BLOCKS(round.$from.node(round.$from.sharedDepth(round.to)))) return null;
  if (blocks.some((block) => kindOf(block).group === 'part')) return null;
  if (blocks.length === 0 || (blocks.length === 1 && blocks[0]?.type === 'together')) return null;
  // Words that are chosen in one place of a page are not meant to be moved about.
  const all = whole || blocks.length > 1 || selection.to - selection.from >= round.to - round.from - 2;
  return all ? { from: round.from, to: round.to, blocks, words: !placed } : null;
}

/** The things that chosen blocks are, as a setting takes them. */
export const itemsFor = (blocks: readonly AnyBlock[], setting: SettingName): Item[] =>
  setting === 'columns' ? columnsFrom(blocks) : itemsFrom(blocks);

/** Does something to the page as one step that can be taken back. */
function step(editor: Editor, change: (tr: Transaction) => void): void {
  const tr = closeHistory(editor.state.tr);
  change(tr);
  editor.view.dispatch(tr.scrollIntoView());
}

/** Sets together what is chosen; nothing where that cannot be. */
export function setTogether(editor: Editor, setting: SettingName): void {
  const { schema } = editor.state;
  const chosen = chosenBlocks(editor);
  if (!chosen) return;
  const { from, to, blocks } = chosen;
  const block = {
    type: 'together',
    attrs: { key: newPlacementId(), setting },
    content: itemsFor(blocks, setting),
  };
  step(editor, (tr) => {
    tr.replaceWith(from, to, schema.nodeFromJSON(block));
    if (setting === 'sidenote') takeAlong(tr, from, null);
    tr.setSelection(NodeSelection.create(tr.doc, from));
  });
}

/** Beside how many blocks side notes stood that are none just now, by their keys: as one again, each stands beside those. */
const stoodBeside = new Map<string, number>();

/** Shows things in another setting. What a side note stands beside is the page's own again when it is none. */
export function changeSetting(editor: Editor, found: FoundTogether, setting: SettingName): void {
  const now = asItIs(editor, found);
  if (!now) return;
  const { node, pos } = now;
  if (node.attrs['setting'] === setting) return;
  step(editor, (tr) => {
    const { selection } = tr;
    tr.setNodeAttribute(pos, 'setting', setting);
    const beside = node.lastChild?.type.name === 'alongside' ? node.lastChild : null;
    const key = String(node.attrs['key']);
    if (beside && setting !== 'sidenote') {
      stoodBeside.set(key, beside.childCount);
      const end = pos + node.nodeSize;
      tr.insert(end, hiddenLike(node, beside.content));
      tr.delete(end - 1 - beside.nodeSize, end - 1);
    }
    if (!beside && setting === 'sidenote') takeAlong(tr, pos, stoodBeside.get(key) ?? null);
    // Who wrote in words that are not shown any more would write on unseen.
    const hides = hidesWords(tr.doc.nodeAt(pos) ?? node);
    const inside = selection.from > pos && selection.to < pos + node.nodeSize;
    if (
      (selection instanceof NodeSelection && selection.from === pos) ||
      (hides && inside && !(selection instanceof NodeSelection))
    )
      tr.setSelection(NodeSelection.create(tr.doc, pos));
  });
}

/** The words behind a side note that stand beside it: up to the next heading, or to what stands for itself. */
export function takeAlong(tr: Transaction, pos: number, most: number | null): void {
  const node = tr.doc.nodeAt(pos);
  const $end = tr.doc.resolve(pos + (node?.nodeSize ?? 0));
  if (!node || node.lastChild?.type.name === 'alongside') return;
  const blocks: Node[] = [];
  for (let at = $end.index(); at < $end.parent.childCount; at++) {
    const next = $end.parent.child(at);
    if (next.type.name === 'heading' || next.type.name === 'together' || blocks.length === most) break;
    // The last paragraph is where one writes on.
    if (next.isTextblock && next.content.size === 0) break;
    blocks.push(next);
  }
  if (blocks.length === 0) return;
  const size = blocks.reduce((sum, block) => sum + block.nodeSize, 0);
  const beside = node.type.schema.nodes['alongside']?.create(null, blocks);
  if (!beside) return;
  tr.delete($end.pos, $end.pos + size);
  tr.insert($end.pos - 1, beside);
  // A page always goes on somewhere.
  if (tr.doc.lastChild?.type.name === 'together')
    tr.insert(tr.doc.content.size, node.type.schema.nodes['paragraph']?.create() ?? []);
}

/** Blocks that leave what is set together: what was hidden with it stays hidden. */
function hiddenLike(set: Node, blocks: Fragment): Node[] {
  const when = scheduleOf(blockOf(set));
  return blocks.content.map((block) =>
    when ? block.type.schema.nodeFromJSON(withSchedule(blockOf(block), when)) : block,
  );
}

/** One block more or fewer of those that a side note stands beside. */
export function alongBy(editor: Editor, found: FoundTogether, by: -1 | 1): void {
  const now = asItIs(editor, found);
  if (!now) return;
  const { node, pos } = now;
  const beside = node.lastChild?.type.name === 'alongside' ? node.lastChild : null;
  step(editor, (tr) => {
    if (!beside) return takeAlong(tr, pos, 1);
    const end = pos + node.nodeSize;
    if (by > 0) {
      const next = tr.doc.resolve(end).nodeAfter;
      if (!next || next.type.name === 'together' || next.type.name === 'heading') return undefined;
      tr.delete(end, end + next.nodeSize);
      return tr.insert(end - 2, next);
    }
    const last = beside.lastChild;
    if (!last) return undefined;
    tr.insert(end, hiddenLike(node, Fragment.from(last)));
    return beside.childCount === 1
      ? tr.delete(end - 1 - beside.nodeSize, end - 1)
      : tr.delete(end - 2 - last.nodeSize, end - 2);
  });
}

/** Says something else of how things stand. */
export function say(editor: Editor, found: FoundTogether, said: Partial<TogetherSaid>): void {
  const now = asItIs(editor, found);
  if (!now) return;
  step(editor, (tr) => {
    for (const [name, value] of Object.entries(said)) tr.setNodeAttribute(now.pos, name, value);
  });
}

/** Says something else of one thing. */
export function sayOfItem(
  editor: Editor,
  given: FoundTogether,
  at: number,
  said: NonNullable<Item['attrs']>,
): void {
  const there = thingAsItIs(editor, given, at);
  if (!there) return;
  const { found, nth } = there;
  step(editor, (tr) => {
    for (const [name, value] of Object.entries(said)) tr.setNodeAttribute(itemPos(found, nth), name, value);
  });
}

/** Where one of several things stands in the page. */
export function itemPos({ node, pos }: FoundTogether, at: number): number {
  let place = pos + 1;
  for (let before = 0; before < at; before++) place += node.child(before).nodeSize;
  return place;
}

/** Moves one thing to another place among them; it stays chosen. */
export function moveItem(editor: Editor, given: FoundTogether, drawnAt: number, to: number): void {
  const there = thingAsItIs(editor, given, drawnAt);
  if (!there) return;
  const { found, nth: from } = there;
  const { node, pos } = found;
  const count = itemsOf(node);
  if (from === to || to < 0 || to >= count || from < 0 || from >= count) return;
  const items = Array.from({ length: count }, (_, at) => node.child(at));
  const [moved] = items.splice(from, 1);
  if (!moved) return;
  items.splice(to, 0, moved);
  const shares = (node.attrs['shares'] as number[] | null)?.slice();
  if (shares?.length === count) shares.splice(to, 0, ...shares.splice(from, 1));
  const size = items.reduce((sum, item) => sum + item.nodeSize, 0);
  step(editor, (tr) => {
    const { selection } = tr;
    const offset = selection.from - itemPos(found, from);
    const held = offset >= 0 && offset < moved.nodeSize;
    tr.replaceWith(pos + 1, pos + 1 + size, Fragment.from(items));
    if (shares) tr.setNodeAttribute(pos, 'shares', shares);
    const changed = tr.doc.nodeAt(pos);
    const start = changed ? itemPos({ node: changed, pos, at: null }, to) : pos;
    if (!held) tr.setSelection(NodeSelection.create(tr.doc, pos));
    else if (selection instanceof NodeSelection)
      tr.setSelection(NodeSelection.create(tr.doc, start + offset));
    else tr.setSelection(TextSelection.near(tr.doc.resolve(start + offset)));
  });
}

/** Takes one thing out of those that are set together; all of it where it is the last one. */
export function takeOutItem(editor: Editor, given: FoundTogether, at: number): void {
  const there = thingAsItIs(editor, given, at);
  if (!there) return;
  const { found, nth } = there;
  step(editor, (tr) => {
    if (itemsOf(found.node) === 1) return tr.delete(found.pos, found.pos + found.node.nodeSize);
    const place = itemPos(found, nth);
    const shares = found.node.attrs['shares'] as number[] | null;
    // The others stay as wide to each other as they were.
    if (shares?.length === itemsOf(found.node))
      tr.setNodeAttribute(found.pos, 'shares', shares.toSpliced(nth, 1));
    return tr
      .delete(place, place + found.node.child(nth).nodeSize)
      .setSelection(NodeSelection.create(tr.doc, found.pos));
  });
}

/** Adds things behind those that are set together. Answers how many there was no room for. */
export function addItems(editor: Editor, given: FoundTogether, blocks: readonly AnyBlock[]): number {
  const found = asItIs(editor, given);
  if (!found) return 0;
  const count = itemsOf(found.node);
  const items = itemsFrom(blocks);
  const taken = items.slice(0, MOST_ITEMS - count);
  step(editor, (tr) => {
    tr.insert(
      itemPos(found, count),
      taken.map((item) => editor.schema.nodeFromJSON(item)),
    ).setSelection(NodeSelection.create(tr.doc, found.pos));
  });
  return items.length - taken.length;
}

/** Sets things one after the other again, as blocks of the page. */
export function takeApart(editor: Editor, found: FoundTogether): void {
  const now = asItIs(editor, found);
  if (!now) return;
  const { node, pos } = now;
  const blocks = takenApart(blockOf(node) as unknown as Together).map((block) =>
    editor.schema.nodeFromJSON(block),
  );
  step(editor, (tr) => {
    tr.replaceWith(pos, pos + node.nodeSize, blocks);
    const end = blocks.reduce((sum, block) => sum + block.nodeSize, pos);
    tr.setSelection(BlocksSelection.between(tr.doc, pos, end));
  });
}

/** Takes all of it out of the page. */
export function takeOutAll(editor: Editor, found: FoundTogether): void {
  const now = asItIs(editor, found);
  if (now) step(editor, (tr) => void tr.delete(now.pos, now.pos + now.node.nodeSize));
}

/** Moves all of it past the block before or behind it. */
export function moveAll(editor: Editor, found: FoundTogether, by: -1 | 1): void {
  const now = asItIs(editor, found);
  if (!now) return;
  const { node, pos } = now;
  const $pos = editor.state.doc.resolve(pos);
  const neighbour = $pos.parent.maybeChild($pos.index() + by);
  if (!neighbour) return;
  const target = by < 0 ? pos - neighbour.nodeSize : pos + neighbour.nodeSize;
  step(editor, (tr) => {
    tr.delete(pos, pos + node.nodeSize)
      .insert(target, node)
      .setSelection(NodeSelection.create(tr.doc, target));
  });
}

/** Chooses one thing: what it shows where that is placed, else all of it. */
export function chooseItem(editor: Editor, given: FoundTogether, at: number): void {
  const there = thingAsItIs(editor, given, at);
  if (!there) return;
  const { found, nth } = there;
  const item = found.node.child(nth);
  const { media } = partsOf(blockOf(item) as unknown as Item);
  let place = itemPos(found, nth);
  if (media >= 0) place++;
  for (let before = 0; before < media; before++) place += item.child(before).nodeSize;
  const { tr } = editor.state;
  editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, place)).scrollIntoView());
}

/** Chooses all of it. */
export function chooseAll(editor: Editor, given: FoundTogether): void {
  const found = asItIs(editor, given);
  const { tr } = editor.state;
  if (found) editor.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, found.pos)));
}

/** Puts a title into a thing that has none, where its setting shows one, and the caret into it. */
export function beginTitle(editor: Editor, given: FoundTogether, at: number): void {
  const there = thingAsItIs(editor, given, at);
  if (!there) return;
  const { found, nth } = there;
  const item = found.node.child(nth);
  const place = itemPos(found, nth) + 1;
  const first = item.firstChild;
  const media = first && isMedia({ type: first.type.name }) ? first.nodeSize : 0;
  const heading = editor.schema.nodes['heading']?.create({ level: levelBefore(editor, found.pos) });
  if (!heading) return;
  step(editor, (tr) => {
    tr.insert(place + media, heading);
    tr.setSelection(TextSelection.create(tr.doc, place + media + 1));
  });
  editor.view.focus();
}

/** The level that a title has in its page: one below the heading before it. */
function levelBefore(editor: Editor, pos: number): number {
  let level = 1;
  editor.state.doc.nodesBetween(0, pos, (node) => {
    if (node.type.name === 'together') return false;
    if (node.type.name === 'heading') level = Number(node.attrs['level']);
    return !node.isTextblock;
  });
  return Math.min(4, level + 1);
}
