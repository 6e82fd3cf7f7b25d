import { kindOf } from '../../page/kinds/index.ts';
import { targetOf } from '../../page/link.ts';
import { isForVisitors, scheduleWithin } from '../../page/seen.ts';
import { bothSchedules } from '../../page/schedule.ts';
import { nameOf, type PageRule } from './rule.ts';

/** What visitors see leads to a page that they do not. */
export const linkHidden: PageRule = {
  id: 'link-hidden',
  lookAtPage: (steps, { pages, page, shown = null }) =>
    steps.flatMap((step) => {
      const { block, ancestors, room } = step;
      // Who reads this sees what is for them, there as well.
      if (!isForVisitors(bothSchedules(shown, scheduleWithin([...ancestors, block])))) return [];
      return (room.item?.link === false ? [] : kindOf(block).links(block)).flatMap(({ href, words }) => {
        const target = targetOf(href);
        const found = target.kind === 'page' && target.page !== page ? pages?.get(target.page) : undefined;
        if (!found?.shown || isForVisitors(found.shown)) return [];
        return {
          severity: 'warn' as const,
          where: nameOf(step),
          says: `The link “${words.trim() || found.title}” leads to “${found.title}”, which ${found.shown.hidden ? 'is hidden' : 'is for our people only'}: visitors come to nothing there.`,
          remedy: 'Let it lead somewhere else, let that page be seen, or keep the link for our people, too.',
        };
      });
    }),
};
