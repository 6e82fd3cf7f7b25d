import * as v from 'valibot';
import type { PageDocument } from './document.ts';
import type { AnyBlock } from './kinds/kind.ts';
import { isDay } from '../text/index.ts';

const DaySchema = v.optional(v.nullable(v.pipe(v.string(), v.check(isDay, 'This is no day.'))));

/** When and for whom a page or one of its blocks is shown. */
export const WhenSchema = v.object({
  /** The first day and the last, at the site's clock (ISO 8601). */
  from: DaySchema,
  until: DaySchema,
  /** Nobody sees it. */
  hidden: v.optional(v.nullable(v.boolean())),
  /** Our people alone see it. */
  ours: v.optional(v.nullable(v.boolean())),
});
export type When = v.InferOutput<typeof WhenSchema>;

/** Who looks, and on which day (ISO 8601). */
export interface Looking {
  day: string;
  /** One of our people, who see what is for them alone. */
  ours: boolean;
}

/** What becomes of something with time: it is not shown yet, it is, it is over, or nobody is shown it. */
export type Shows = 'not-yet' | 'now' | 'over' | 'hidden';

/** Whether something is shown on a day. */
export function showsOn({ from, until, hidden }: When, day: string): Shows {
  if (hidden) return 'hidden';
  if (until && day > until) return 'over';
  return from && day < from ? 'not-yet' : 'now';
}

/** When a block is shown; null where it always is, to everybody. */
export function whenOf({ attrs }: AnyBlock): When | null {
  const when = attrs && 'when' in attrs ? (attrs.when as When | null) : null;
  return when && Object.values(when).some(Boolean) ? when : null;
}

/** True where somebody who looks sees it. */
export const isSeen = (when: When | null, { day, ours }: Looking): boolean =>
  when === null || (showsOn(when, day) === 'now' && (ours || !when.ours));

/** Blocks that somebody sees, also of standing copy among them. */
function seenAmong(blocks: readonly AnyBlock[], looking: Looking): readonly AnyBlock[] {
  const seen = blocks
    .filter((block) => isSeen(whenOf(block), looking))
    .map((block) => {
      if (block.type !== 'standingCopy' || !Array.isArray(block.content)) return block;
      const content = seenAmong(block.content as AnyBlock[], looking);
      return content === block.content ? block : { ...block, content };
    });
  return seen.length === blocks.length && seen.every((block, at) => block === blocks[at]) ? blocks : seen;
}

/** The page as somebody sees it who looks on a day. */
export function seenBy(document: PageDocument, looking: Looking): PageDocument {
  const content = seenAmong(document.content, looking) as PageDocument['content'];
  return content === document.content ? document : { ...document, content };
}
