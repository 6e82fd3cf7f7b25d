import { useEffect } from 'react';

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), summary, [tabindex="0"], [contenteditable="true"]';

const LOST = { bubbles: true, cancelable: true };
const DIALOG = 'dialog, [role="dialog"], [role="alertdialog"]';

/** One step of the way from what had the focus up to the page: an element, and which of its children led on. */
interface Step {
  element: Element;
  child: number;
}

/**
 * Whoever goes by keyboard keeps their place: where what had the focus is taken away (accepted, closed, signed in),
 * what stands in its place gets it, or what is nearest to where it stood; never the body, from where everything begins anew.
 * A room that knows better where one goes on (event `focuslost`) says so by preventing that.
 */
export function useKeepFocus(): void {
  useEffect(() => {
    let [from, way]: [Element | null, Step[]] = [null, []];
    /** What had the focus before a dialog took it: it gets it back. */
    let opener: Element | null = null;
    const note = (event: FocusEvent) => {
      if (!(event.target instanceof Element)) return;
      if (event.target.closest(DIALOG) && !from?.closest(DIALOG)) opener = from;
      [from, way] = [event.target, []];
      for (let element: Element = event.target; element.parentElement; element = element.parentElement)
        way.push({
          element: element.parentElement,
          child: [...element.parentElement.children].indexOf(element),
        });
    };
    let due = 0;
    const look = () => {
      due = 0;
      const lost = document.activeElement === document.body || document.activeElement === null;
      if (!lost || !from || from.isConnected) return;
      const back =
        from.closest(DIALOG) && opener instanceof HTMLElement && opener.isConnected ? opener : null;
      const near = way.find(({ element }) => element.isConnected);
      if (!back && near && !near.element.dispatchEvent(new Event('focuslost', LOST))) {
        from = null;
        return;
      }
      const next = back ?? nextOf(near);
      if (!next) return;
      from = null;
      next.focus({ preventScroll: true });
    };
    // Looked at once the page stands still: what takes its place may come a moment later.
    const watch = new MutationObserver(() => {
      due ||= requestAnimationFrame(() => requestAnimationFrame(look));
    });
    watch.observe(document.body, { childList: true, subtree: true });
    document.addEventListener('focusin', note);
    return () => {
      watch.disconnect();
      cancelAnimationFrame(due);
      document.removeEventListener('focusin', note);
    };
  }, []);
}

function nextOf(step: Step | undefined): HTMLElement | null {
  const near = step && !step.element.matches('body, #root, html') ? step : undefined;
  if (near) {
    const children = [...near.element.children];
    const candidates = [...children.slice(near.child), ...children.slice(0, near.child).toReversed()];
    for (const child of candidates) {
      const found = child.matches(FOCUSABLE) ? child : child.querySelector(FOCUSABLE);
      if (found instanceof HTMLElement && found.checkVisibility()) return found;
    }
  }
  const main = near?.element.closest('main') ?? document.querySelector('main');
  if (!(main instanceof HTMLElement)) return null;
  if (!main.hasAttribute('tabindex')) main.tabIndex = -1;
  return main;
}
