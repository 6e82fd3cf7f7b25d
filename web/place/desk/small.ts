import { Mark } from '@tiptap/core';

/** Small print (HTML: small). */
export const Small = Mark.create({
  name: 'small',
  parseHTML: () => [{ tag: 'small' }],
  renderHTML: () => ['small', 0],
});

/** Letters above the line, and letters below it (HTML: sup, sub); never both. */
const raised = (name: 'superscript' | 'subscript', tag: 'sup' | 'sub', excludes: string, key: string) =>
  Mark.create({
    name,
    excludes,
    parseHTML: () => [{ tag }],
    renderHTML: () => [tag, 0],
    addKeyboardShortcuts() {
      return { [key]: () => this.editor.commands.toggleMark(name) };
    },
  });

export const Superscript = raised('superscript', 'sup', 'subscript', 'Mod-.');
export const Subscript = raised('subscript', 'sub', 'superscript', 'Mod-,');
