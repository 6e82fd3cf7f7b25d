import { createContext, useContext } from 'react';

/** Where one goes on once a list, a menu or a calendar that was open is closed; null for at its button. */
const GoingOn = createContext<(() => void) | null>(null);

/** Says where one goes on in all that lies in it. */
export const GoOn = GoingOn.Provider;

/**
 * Leads the focus on when something that lay over the screen is closed (Radix: `onCloseAutoFocus`). A field that what
 * was chosen has brought keeps it; else it goes to where one goes on, or to the button that it would go to anyway.
 */
export function useGoOn(): (event: Event) => void {
  const goOn = useContext(GoingOn);
  return (event) => {
    if (event.defaultPrevented) return;
    if (takesWords(document.activeElement)) event.preventDefault();
    else if (goOn) {
      event.preventDefault();
      goOn();
    }
  };
}

/** Inputs that nothing is written in. */
const PRESSED = ['button', 'checkbox', 'color', 'file', 'image', 'radio', 'range', 'reset', 'submit'];

/** True for what a letter is written in. */
export function takesWords(element: Element | null): boolean {
  if (element instanceof HTMLInputElement) return !PRESSED.includes(element.type);
  return (
    element instanceof HTMLTextAreaElement || (element instanceof HTMLElement && element.isContentEditable)
  );
}
