import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import type { NodeView, ViewMutationRecord } from '@tiptap/pm/view';
import {
  acrossWidth,
  openerCredit,
  openerWords,
  pictureOf,
  settingOf,
  thingsIn,
  wholeStyle,
  type Together,
} from '@placard/core/page';
import { drawn } from '../../kit/drawn.ts';
import { dress } from '../../kit/markup.tsx';
import { blockOf, deskOf, roomAt } from '../desk/desk.ts';
import { partViewOf } from './partview.ts';

/** Several things set together, as they stand on the desk: in the very styles that visitors get. */
export class TogetherView implements NodeView {
  readonly dom = document.createElement('div');
  readonly contentDOM = document.createElement('div');
  readonly #foot = document.createElement('div');
  readonly #sizes = new ResizeObserver(() => this.#level());
  readonly #ends: () => void;
  #dressed: Node | null = null;
  #said = '';

  constructor(
    private node: Node,
    private readonly editor: Editor,
    private readonly getPos: () => number | undefined,
    private readonly ended: (view: TogetherView) => void,
  ) {
    this.dom.className = 'together';
    this.contentDOM.className = 'together-list';
    this.#foot.contentEditable = 'false';
    this.dom.append(this.contentDOM, this.#foot);
    this.#ends = deskOf(editor).listen(() => {
      this.#dressed = null;
      this.dress();
    });
  }

  update(node: Node): boolean {
    if (node.type !== this.node.type) return false;
    this.node = node;
    return true;
  }

  /** Dresses it and its parts, once they are there. */
  dress(): void {
    if (this.#dressed === this.node || !this.contentDOM.firstChild) return;
    this.#dressed = this.node;
    const block = blockOf(this.node) as unknown as Together;
    const things = thingsIn(block);
    const { context } = deskOf(this.editor);
    const outer = roomAt(this.editor, this.getPos(), context);
    const room = block.attrs.across ? acrossWidth(outer) : outer;
    const setting = settingOf(block.attrs.setting);
    const looks = setting.desk?.(things, room, context) ?? setting.looks(things, room, context);
    const said = JSON.stringify([block.attrs, room, context.measures]);
    if (said !== this.#said) {
      this.#said = said;
      this.dom.dataset['setting'] = block.attrs.setting;
      this.dom.toggleAttribute('data-turned', Boolean(block.attrs.turned));
      dress(this.dom, wholeStyle(things, room, context));
      dress(this.contentDOM, looks.list);
    }
    const over = block.attrs.setting === 'opener';
    things.items.forEach((item, at) => {
      const child = this.contentDOM.children[at];
      const picture = over && pictureOf(item) !== null;
      if (child)
        partViewOf(child)?.dress({
          style: over && !picture ? {} : looks.item(at),
          inner: picture ? openerWords(block.attrs) : {},
          before: picture ? (looks.before?.(at) ?? []) : [],
          after: looks.after?.(at) ?? [],
          leads: Boolean(item.attrs?.linksTo && !item.attrs.linkWords?.trim()),
        });
    });
    const beside = things.alongside && this.contentDOM.children[things.items.length];
    if (beside)
      partViewOf(beside)?.dress({
        style: setting.beside ? looks.item(-1) : BEHIND,
        inner: {},
        before: [],
        after: [],
      });
    this.#foot.replaceChildren(...(over ? openerCredit(things.items[0], context).map(drawn) : []));
    this.#sizes.disconnect();
    if (block.attrs.setting === 'cards') {
      this.#sizes.observe(this.contentDOM);
      for (const child of this.contentDOM.children) this.#sizes.observe(child);
    }
  }

  /** Makes titles of a row, and what stands over them, equally high: outside they share rows of a grid. */
  #level(): void {
    const rows = new Map<number, HTMLElement[]>();
    for (const child of this.contentDOM.children)
      if (child instanceof HTMLElement)
        rows.set(child.offsetTop, [...(rows.get(child.offsetTop) ?? []), child]);
    for (const cards of rows.values())
      for (const [name, selector] of LEVELLED) {
        // As high as they are by themselves.
        for (const card of cards) card.style.setProperty(name, '0px');
        const heights = cards.map(
          (card) => card.querySelector(`${CONTENT} > ${selector}`)?.getBoundingClientRect().height ?? 0,
        );
        const high = `${Math.round(Math.max(...heights) * 10) / 10}px`;
        for (const card of cards) card.style.setProperty(name, high);
      }
  }

  ignoreMutation(record: ViewMutationRecord): boolean {
    if (record.type === 'selection') return false;
    return (
      !this.contentDOM.contains(record.target) ||
      (record.type === 'attributes' && record.target === this.contentDOM)
    );
  }

  destroy(): void {
    this.#sizes.disconnect();
    this.#ends();
    this.ended(this);
  }
}

const CONTENT = ':scope > .together-inner > .together-content';
/** What is made equally high in a row of cards, as page.css has it. */
const LEVELLED = [
  ['--media', '.placement'],
  ['--title', ':is(h2, h3, h4)'],
] as const;

/** Words that lie beside nothing stand behind what is set. */
const BEHIND = { 'grid-column': '1 / -1', flex: '0 0 100%' };
