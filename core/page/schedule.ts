import * as v from 'valibot';
import { isDay } from '../text/index.ts';
import type { AnyBlock } from './anyblock.ts';

const DaySchema = v.optional(v.nullable(v.pipe(v.string(), v.check(isDay, 'This is no day.'))));

/** When and for whom a page or one of its blocks is shown. */
export const ScheduleSchema = v.object({
  /** The first day and the last, at the site's clock (ISO 8601). */
  from: DaySchema,
  until: DaySchema,
  /** Nobody sees it. */
  hidden: v.optional(v.nullable(v.boolean())),
  /** Our people alone see it. */
  ours: v.optional(v.nullable(v.boolean())),
});
export type Schedule = v.InferOutput<typeof ScheduleSchema>;

/** Who looks, and on which day (ISO 8601). */
export interface Viewer {
  day: string;
  /** One of our people, who see what is for them alone. */
  ours: boolean;
}

/** What becomes of something with time: it is not shown yet, it is, it is over, or nobody is shown it. */
export type Shows = 'not-yet' | 'now' | 'over' | 'hidden';

/** Whether something is shown on a day. */
export function showsOn({ from, until, hidden }: Schedule, day: string): Shows {
  if (hidden) return 'hidden';
  if (until && day > until) return 'over';
  return from && day < from ? 'not-yet' : 'now';
}

/** When a block is shown; null where it always is, to everybody. */
export function scheduleOf({ attrs }: AnyBlock): Schedule | null {
  const when = attrs && 'when' in attrs ? (attrs.when as Schedule | null) : null;
  return when && Object.values(when).some(Boolean) ? when : null;
}

/** True where somebody who looks sees it. */
export const isSeen = (when: Schedule | null, { day, ours }: Viewer): boolean =>
  when === null || (showsOn(when, day) === 'now' && (ours || !when.ours));

/** When something is shown that two say something of: where both let it be seen. */
export function bothSchedules(one: Schedule | null, other: Schedule | null): Schedule | null {
  if (!one || !other) return one ?? other;
  const [froms, untils] = [
    [one.from, other.from].filter(Boolean).toSorted(),
    [one.until, other.until].filter(Boolean).toSorted(),
  ];
  return {
    from: froms.at(-1) ?? null,
    until: untils[0] ?? null,
    hidden: one.hidden || other.hidden || null,
    ours: one.ours || other.ours || null,
  };
}

/** True where whoever sees something that is shown so sees it as well where it is shown as the other says. */
export function isAsStrict(when: Schedule | null, than: Schedule | null): boolean {
  const both = bothSchedules(when, than);
  const said = (one: Schedule | null) => [
    one?.from || '',
    one?.until || '',
    Boolean(one?.hidden),
    Boolean(one?.ours),
  ];
  return said(both).every((value, at) => value === said(when)[at]);
}

/** A block that is shown no more than this says besides what it says itself. */
export function withSchedule<Block extends AnyBlock>(block: Block, when: Schedule | null): Block {
  if (isAsStrict(scheduleOf(block), when)) return block;
  return { ...block, attrs: { ...block.attrs, when: bothSchedules(scheduleOf(block), when) } };
}
