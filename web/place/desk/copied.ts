import { mine } from '../../kit/drafts.ts';

/** What was copied out of pages here, under the word by which the clipboard names it. */
interface Copied {
  word: string;
  html: string;
}

/** How many copies are known; a clipboard has one, who drags has another. */
const MOST = 4;
const NAMED = /data-placard-copied="([\w-]{36})"/;
/** What a browser that keeps nothing knows of until its window is closed. */
let here: Copied[] = [];
/** Other windows of who is signed in here paste it, too. */
const key = () => `placard/copied/${mine('')}`;

/**
 * Names what is copied out of a page, and gives back what the clipboard is to have. Whoever can write on the clipboard
 * can write our marks as well: what is pasted is ours only by its name, and then it is what was kept under that.
 */
export function nameCopied(html: string): string {
  const word = crypto.randomUUID();
  here = [{ word, html }, ...all()].slice(0, MOST);
  // What is too much to be kept is known here alone.
  for (let many = MOST; many > 0; many--) {
    try {
      localStorage.setItem(key(), JSON.stringify(here.slice(0, many)));
      break;
    } catch {}
  }
  return html.replace(' data-pm-slice=', ` data-placard-copied="${word}"$&`);
}

/** What was copied out of a page here, from what the clipboard has; null for whatever comes from elsewhere. */
export function copied(html: string): string | null {
  const word = NAMED.exec(html)?.[1];
  return (word && all().find((one) => one.word === word)?.html) || null;
}

/** Forgets what was copied: nobody who signs in here later pastes it. */
export function forgetCopied(): void {
  here = [];
  try {
    localStorage.removeItem(key());
  } catch {}
}

/** What is known, the last first, whichever window copied it. */
function all(): Copied[] {
  try {
    const kept = JSON.parse(localStorage.getItem(key()) ?? '[]') as Copied[];
    return [...kept, ...here.filter(({ word }) => !kept.some((one) => one.word === word))];
  } catch {
    return here;
  }
}
