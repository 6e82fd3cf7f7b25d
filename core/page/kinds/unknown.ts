import * as v from 'valibot';
import { KnownIdSchema } from '../standing.ts';
import { kind, type Kind } from './kind.ts';

/** Something that this version of Placard cannot read: it is kept as it stands, and shown to nobody but its editors. */
export interface Unknown {
  type: 'unknown';
  attrs: {
    id: string;
    /** What it says of itself that it is. */
    called: string;
    /** The block as it was stored (JSON). */
    stored: string;
  };
}

export const unknown: Kind<Unknown> = kind<Unknown>({
  type: 'unknown',
  group: 'placement',
  schema: () =>
    v.object({
      type: v.literal('unknown'),
      attrs: v.object({
        id: KnownIdSchema,
        called: v.pipe(v.string(), v.maxLength(40)),
        stored: v.pipe(v.string(), v.maxLength(1_000_000)),
      }),
    }),
  markup: () => [],
});
