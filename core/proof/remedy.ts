import * as v from 'valibot';
import { ExchangeSchema, given } from '../page/exchangeschema.ts';
import type { AnyBlock } from '../page/kinds/kind.ts';
import type { Step } from '../page/walk.ts';

/** What mends a finding within its page: said as a button says it, done by an exchange and undone by its inverse. */
export const RemedySchema = v.object({ says: v.string(), ...ExchangeSchema.entries });

export type Remedy = v.InferOutput<typeof RemedySchema>;

/** Puts another block in the place of one. */
export const instead = ({ block, path }: Step, says: string, other: AnyBlock): Remedy => ({
  says,
  at: [...path],
  from: [given(block)],
  to: [given(other)],
});

/** Takes a block out. */
export const takeOut = ({ block, path }: Step): Remedy => ({
  says: 'Remove it',
  at: [...path],
  from: [given(block)],
  to: [],
});
