import type { Node } from '@tiptap/pm/model';
import { TableView } from '@tiptap/pm/tables';
import type { ViewMutationRecord } from '@tiptap/pm/view';

/** A table on the desk with its caption over it, whose columns are drawn wider and narrower by hand. */
export class CaptionedTable extends TableView {
  readonly #caption = document.createElement('caption');

  constructor(node: Node, narrowest: number) {
    super(node, narrowest);
    this.#caption.contentEditable = 'false';
    this.#say(node);
  }

  override update(node: Node): boolean {
    const taken = super.update(node);
    if (taken) this.#say(node);
    return taken;
  }

  override ignoreMutation(record: ViewMutationRecord): boolean {
    return (
      record.target === this.#caption || this.#caption.contains(record.target) || super.ignoreMutation(record)
    );
  }

  #say(node: Node): void {
    const words = String(node.attrs['caption'] ?? '');
    this.#caption.textContent = words;
    if (words === '') this.#caption.remove();
    // Behind the columns, which whoever draws them wider takes for the first thing in a table; it is set above it all the same.
    else if (!this.#caption.isConnected) this.colgroup.after(this.#caption);
  }
}
