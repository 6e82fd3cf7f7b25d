import { titleOf, type Item } from '../../page/kinds/item.ts';
import { instead } from '../remedy.ts';
import type { BlockRule } from './rule.ts';

/** Words that say nothing of where a link leads, in whatever words stand round them (WCAG 2.4.4). */
const EMPTY_WORDS =
  /^(?:click |read |see |find out |learn )?(?:here|more|this|link|details|mehr|weiter|hier|plus|ici|más|aquí)[.…›»→ ]*$/i;

/** A thing that is pressed as a whole has words that say where it leads. */
export const leadsWordless: BlockRule = {
  id: 'leads-wordless',
  lookAtBlock: (step) => {
    if (step.block.type !== 'item' || step.room.item?.link === false) return false;
    const item: Item = step.block;
    const { linksTo, linkWords } = item.attrs ?? {};
    if (!linksTo) return false;
    const words = linkWords?.trim() || titleOf(item);
    if (words === '')
      return {
        severity: 'stop',
        says: 'Something here leads on when it is pressed, and has neither a title nor words that say where.',
        remedy: 'Give it a title, or say in the link’s words where it leads (WCAG 2.4.4).',
        remedies: [instead(step, 'Take the link away', { ...item, attrs: { ...item.attrs, linksTo: null } })],
      };
    if (!EMPTY_WORDS.test(words)) return false;
    const title = titleOf(item);
    return {
      severity: 'warn',
      says: `Its link says “${words}”: ${words.toLowerCase()} what?`,
      remedy: 'Say where it leads (WCAG 2.4.4).',
      ...(title === '' || EMPTY_WORDS.test(title)
        ? {}
        : {
            remedies: [
              instead(step, 'Let its title be the link', {
                ...item,
                attrs: { ...item.attrs, linkWords: null },
              }),
            ],
          }),
    };
  },
};
