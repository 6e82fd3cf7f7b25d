import * as v from 'valibot';
import { KnownIdSchema } from '../standing.ts';
import { kind, type AnyBlock, type Kind } from './kind.ts';

/** Words and things that are kept once and stand here by their name; changed there, they are changed in every page. */
export interface StandingCopy {
  type: 'standingCopy';
  attrs: {
    id: string;
    /** The id of what is kept. */
    copy: string;
  };
  /** What stands there now, once somebody has looked it up (`withCopies`); it is never stored with a page. */
  content?: AnyBlock[] | undefined;
}

export const standingCopy: Kind<StandingCopy> = kind<StandingCopy>({
  type: 'standingCopy',
  group: 'placement',
  schema: () =>
    v.object({
      type: v.literal('standingCopy'),
      attrs: v.object({ id: KnownIdSchema, copy: KnownIdSchema }),
    }),
  children: ({ content }) => content ?? [],
  withChildren: (block, content) => ({ ...block, content: [...content] }),
  markup: ({ content }, { inside }) => inside(content ?? []),
});
