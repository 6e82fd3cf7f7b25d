import { Node } from '@tiptap/core';
import { columnResizing, goToNextCell, tableEditing } from '@tiptap/pm/tables';
import { wordsKind } from '../kind.ts';
import { CaptionedTable } from './captionedtable.ts';

declare module '@tiptap/core' {
  interface NodeConfig {
    /** What part of a table a node plays, as prosemirror-tables asks for it. */
    tableRole?: 'table' | 'row' | 'cell' | 'header_cell';
  }
}

/** The narrowest that a column is drawn, in CSS pixels. */
const NARROWEST = 40;

export default wordsKind(
  Node.create({
    name: 'table',
    group: 'block',
    content: 'tableRow+',
    tableRole: 'table',
    isolating: true,
    addAttributes: () => ({ caption: { default: '', rendered: false } }),
    parseHTML: () => [{ tag: 'table' }],
    renderHTML: () => ['table', ['tbody', 0]],
    addKeyboardShortcuts() {
      const go = (by: 1 | -1) => goToNextCell(by)(this.editor.state, this.editor.view.dispatch);
      return { Tab: () => go(1), 'Shift-Tab': () => go(-1) };
    },
    addProseMirrorPlugins: () => [
      columnResizing({ cellMinWidth: NARROWEST, View: CaptionedTable }),
      // Chosen as a whole, it is taken out as a whole.
      tableEditing({ allowTableNodeSelection: true }),
    ],
    extendNodeSchema: (extension) => roleOf(extension),
  }),
);

function roleOf({ config }: { config: object }): object {
  return 'tableRole' in config ? { tableRole: config.tableRole } : {};
}
