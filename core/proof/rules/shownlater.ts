import { showsOn, scheduleOf } from '../../page/schedule.ts';
import { writtenDay } from '../../text/index.ts';
import { takeOut } from '../remedy.ts';
import type { Schedule } from '../../page/schedule.ts';
import type { BlockRule, PageRule } from './rule.ts';

export const shownLater: BlockRule = {
  id: 'shown-later',
  turns: ({ block }) => turnsOf(scheduleOf(block)),
  lookAtBlock: (step, { today }) => {
    const when = scheduleOf(step.block);
    if (!when) return false;
    const shows = showsOn(when, today);
    if (shows === 'over')
      return {
        severity: 'warn',
        says: `A part of this page was shown until ${writtenDay(when.until ?? '')} and is over.`,
        remedy: 'Take it out, or let it be shown longer.',
        remedies: [takeOut(step)],
      };
    return (
      shows === 'not-yet' && {
        severity: 'note',
        says: `A part of this page is not shown before ${writtenDay(when.from ?? '')}.`,
        remedy: 'Nothing is to be done if that is meant; what it will look like can be seen beforehand.',
      }
    );
  },
};

/** The same of the page itself. */
export const pageShownLater: PageRule = {
  id: 'page-shown-later',
  turns: ({ shown }) => turnsOf(shown ?? null),
  lookAtPage: (_steps, { shown, today }) => {
    if (!shown) return [];
    const shows = showsOn(shown, today);
    const remedy = 'In Place, the page’s own panel says when it is shown.';
    if (shows === 'over')
      return [
        {
          severity: 'warn',
          says: `This page was shown until ${writtenDay(shown.until ?? '')} and is over.`,
          remedy,
        },
      ];
    if (shows === 'hidden')
      return [{ severity: 'note', says: 'This page is hidden: nobody sees it.', remedy }];
    return shows === 'not-yet'
      ? [{ severity: 'note', says: `This page is not shown before ${writtenDay(shown.from ?? '')}.`, remedy }]
      : [];
  },
};

/** The days after which something that is shown for a time says something else: the one before it begins, and its last. */
const turnsOf = (when: Schedule | null): string[] => [
  ...(when?.from ? [dayBefore(when.from)] : []),
  ...(when?.until ? [when.until] : []),
];

const dayBefore = (day: string): string => new Date(Date.parse(day) - 86_400_000).toISOString().slice(0, 10);
