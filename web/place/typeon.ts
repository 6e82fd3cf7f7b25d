import type { Editor } from '@tiptap/react';
import { useEffect, type RefObject } from 'react';
import { takesWords } from '../kit/goon.tsx';

/** What lies over the screen, or is a page of its own: what is typed there is its own. */
const OWN_KEYS = '[role="dialog"], [role="alertdialog"], [role="menu"], [role="listbox"], iframe';
/** What is pressed, and asks for nothing more after that. */
const PRESSED =
  'button, summary, [role="button"], [role="checkbox"], [role="radio"], [role="switch"], [role="tab"]';
/** What moves the caret, or takes something away before it. */
const MOVES = [
  'Enter',
  'Backspace',
  'Delete',
  'Home',
  'End',
  'ArrowUp',
  'ArrowDown',
  'ArrowLeft',
  'ArrowRight',
];
/** With Ctrl, what is done to the page from wherever; and what is done to what is chosen in it. */
const [ANYWHERE, IN_WORDS] = [
  ['z', 'y', 'v'],
  ['a', 'b', 'c', 'i', 'x'],
];

/** True where nothing has the focus that anybody could have given it to. */
const isNowhere = (at: Element | null): boolean => at === null || at.matches('body, html, main');

/** True for a key that is meant for the words of the page, though something else has the focus. */
function isForWords(event: KeyboardEvent, at: Element | null): boolean {
  if (event.isComposing || takesWords(at) || at?.closest(OWN_KEYS)) return false;
  const nowhere = isNowhere(at);
  // With Alt a letter is the browser's, but where it writes another sign.
  if (event.altKey && !event.getModifierState('AltGraph') && event.key.length === 1) return false;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (event.ctrlKey || event.metaKey) {
    // What was chosen beside the page is copied from there.
    if (key === 'c' && getSelection()?.isCollapsed === false) return false;
    return ANYWHERE.includes(key) || (nowhere && IN_WORDS.includes(key));
  }
  if (key.length === 1) return nowhere ? key !== '?' : key !== '?' && key !== ' ';
  return nowhere && (MOVES.includes(key) || (event.altKey && key.startsWith('Arrow')));
}

/**
 * What is typed next goes where the eye is: into the words, at their caret. Whatever of the desk was pressed, chosen
 * from or left: a key that means nothing to it is the words' own, what was pressed by mouse gives the focus back, and
 * so does a field that Enter was pressed in. Fields, lists and dialogs that are open keep what is typed in them.
 * @param room what of the screen belongs to the page: its controls, its panel, its outline
 */
export function useTypeOn(editor: Editor, room: RefObject<HTMLElement | null>, on: boolean): void {
  useEffect(() => {
    const desk = room.current;
    if (!on || !desk) return undefined;
    const goOn = () => !editor.isDestroyed && editor.view.focus();

    const typed = (event: KeyboardEvent) => {
      if (editor.isDestroyed || editor.view.hasFocus() || !isForWords(event, document.activeElement)) return;
      goOn();
      // A list that is closed would look for what begins with this letter.
      event.stopPropagation();
      if (editor.view.someProp('handleKeyDown', (handle) => handle(editor.view, event)))
        event.preventDefault();
    };

    const pressed = (event: MouseEvent) => {
      const control = event.target instanceof Element ? event.target.closest(`${PRESSED}, label`) : null;
      // By key, one goes on from control to control.
      if (!control || event.detail === 0) return;
      // Once what the press brought is there: a field of it may ask for the focus.
      setTimeout(() => {
        const at = document.activeElement;
        const open = at?.matches('[aria-haspopup][aria-expanded="true"]');
        if (isNowhere(at) || (!open && at?.matches(PRESSED) && desk.contains(at))) goOn();
      });
    };

    const entered = (event: KeyboardEvent) => {
      const { target: field, key } = event;
      if (key !== 'Enter' || event.ctrlKey || event.metaKey || event.isComposing) return;
      if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) return;
      if (!desk.contains(field) || field.form || field.matches('[role="combobox"]')) return;
      // In a field of several lines, it is a line.
      if (field instanceof HTMLTextAreaElement && !event.defaultPrevented) return;
      setTimeout(() => {
        const at = document.activeElement;
        if (isNowhere(at) || (at === field && field.getAttribute('aria-invalid') !== 'true')) goOn();
      });
    };

    const lost = (event: Event) => {
      event.preventDefault();
      goOn();
    };

    document.addEventListener('keydown', typed, true);
    desk.addEventListener('click', pressed);
    // Behind whatever the field itself does with the key.
    document.addEventListener('keydown', entered);
    desk.addEventListener('focuslost', lost);
    return () => {
      document.removeEventListener('keydown', typed, true);
      desk.removeEventListener('click', pressed);
      document.removeEventListener('keydown', entered);
      desk.removeEventListener('focuslost', lost);
    };
  }, [editor, room, on]);
}
