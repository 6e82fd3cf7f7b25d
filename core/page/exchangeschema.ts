import * as v from 'valibot';
import type { AnyBlock } from './kinds/kind.ts';

/** Blocks of a page given for others, in one place: a change as a value, which can be sent, applied and undone. */
export const ExchangeSchema = v.object({
  /** Where the first of them stands, as `walk` tells it: from 0, from the page inwards. */
  at: v.pipe(v.array(v.pipe(v.number(), v.integer(), v.minValue(0))), v.minLength(1)),
  /** What stands there, in order. */
  from: v.array(v.looseObject({ type: v.string() })),
  /** What is to stand there instead. */
  to: v.array(v.looseObject({ type: v.string() })),
});

export type Exchange = v.InferOutput<typeof ExchangeSchema>;

/** A block with its own fields, as an exchange has it. */
export const given = (block: AnyBlock): Exchange['from'][number] => ({ ...block });
