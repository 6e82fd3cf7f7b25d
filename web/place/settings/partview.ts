import type { Node } from '@tiptap/pm/model';
import type { NodeView, ViewMutationRecord } from '@tiptap/pm/view';
import type { Markup, Style } from '@placard/core/markup';
import { drawn } from '../../kit/drawn.ts';
import { dress } from '../../kit/markup.tsx';

/** How one of several things stands on the desk. */
export interface PartLook {
  style: Style;
  /** The style of what its blocks lie in. */
  inner: Style;
  before: readonly Markup[];
  after: readonly Markup[];
  /** Its title is the link that it leads on by. */
  leads?: boolean;
}

const views = new WeakMap<Element, PartView>();

/** The view of a part of what is set together, by its element. */
export const partViewOf = (element: Element): PartView | undefined => views.get(element);

/** One of several things set together, or the words beside them, as it stands on the desk. */
export class PartView implements NodeView {
  readonly dom = document.createElement('div');
  readonly contentDOM = document.createElement('div');
  readonly #inner = document.createElement('div');
  readonly #before: HTMLElement[] = [];
  readonly #after: HTMLElement[] = [];
  #said = '';

  constructor(private readonly type: 'item' | 'alongside') {
    this.dom.className = `together-${type}`;
    this.contentDOM.className = 'together-content';
    this.#inner.className = 'together-inner';
    this.#inner.append(this.contentDOM);
    this.dom.append(this.#inner);
    views.set(this.dom, this);
  }

  update(node: Node): boolean {
    return node.type.name === this.type;
  }

  /** Dresses it, unless it is dressed so already. */
  dress({ style, inner, before, after, leads = false }: PartLook): void {
    const said = JSON.stringify([style, inner, before, after, leads]);
    if (said === this.#said) return;
    this.#said = said;
    dress(this.dom, style);
    this.dom.toggleAttribute('data-leads', leads);
    dress(this.#inner, inner);
    for (const old of [...this.#before.splice(0), ...this.#after.splice(0)]) old.remove();
    this.#before.push(...before.map(still));
    this.#after.push(...after.map(still));
    this.#inner.before(...this.#before);
    this.#inner.append(...this.#after);
  }

  ignoreMutation(record: ViewMutationRecord): boolean {
    if (record.type === 'selection') return false;
    return (
      !this.contentDOM.contains(record.target) ||
      (record.type === 'attributes' && record.target === this.contentDOM)
    );
  }
}

/** Markup that nobody writes in. */
function still(markup: Markup): HTMLElement {
  const element = drawn(markup) as HTMLElement;
  element.contentEditable = 'false';
  element.addEventListener('click', (event) => {
    const link = event.target instanceof Element ? event.target.closest('a') : null;
    if (!link) return;
    event.preventDefault();
    // The way to a slide beside this one is gone on the desk, too.
    const nth = /^#.+-(\d+)$/.exec(link.getAttribute('href') ?? '')?.[1];
    const list = element.closest('.together-list');
    if (nth && list) list.children[Number(nth) - 1]?.scrollIntoView({ inline: 'start', block: 'nearest' });
  });
  return element;
}
