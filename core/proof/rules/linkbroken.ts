import { percentDecoded } from '../../text/index.ts';
import { anchorsOf } from '../../page/anchors.ts';
import { kindOf, type Block } from '../../page/kinds/index.ts';
import { targetOf } from '../../page/link.ts';
import type { PageLink } from '../../page/words.ts';
import { nameOf, type CheckContext, type PageRule } from './rule.ts';

export const linkBroken: PageRule = {
  id: 'link-broken',
  lookAtPage: (steps, context) => {
    const content = steps
      .filter(({ ancestors }) => ancestors.length === 0)
      .map(({ block }) => block as Block);
    const here = new Set(anchorsOf({ type: 'doc', content }).values());
    return steps.flatMap((step) => {
      const { block, room } = step;
      // Where a thing leads as a whole is not shown in every setting.
      return (room.item?.link === false ? [] : kindOf(block).links(block)).flatMap((link) => {
        const why = brokenBy(link, here, context);
        if (why === null) return [];
        return {
          severity: 'stop' as const,
          where: nameOf(step),
          says: `The link “${link.words.trim() || link.href}” ${why}`,
          remedy: 'Let it lead somewhere else, or take it away; its words stay.',
        };
      });
    });
  },
};

/** Why a link leads nowhere; null where it does not, or where nobody can say. */
function brokenBy(
  { href }: PageLink,
  here: ReadonlySet<string>,
  { pages, page }: CheckContext,
): string | null {
  const target = targetOf(href);
  if (target.kind === 'file') return null;
  if (target.kind === 'address')
    return href.startsWith('#') && href !== '#' && href !== '#top' && !here.has(percentDecoded(href.slice(1)))
      ? `leads to a place called “${href.slice(1)}”, which this page does not have.`
      : null;
  if (target.page === page)
    return target.anchor !== '' && !here.has(target.anchor)
      ? `leads to a place called “${target.anchor}”, which this page does not have.`
      : null;
  if (!pages) return null;
  const found = pages.get(target.page);
  if (!found) return 'leads to a page that does not exist any more.';
  return target.anchor !== '' && !found.anchors.includes(target.anchor)
    ? `leads to a place called “${target.anchor}”, which “${found.title}” does not have any more.`
    : null;
}
