import * as v from 'valibot';
import { BLOCK_TYPES, kindOf, schemaOf, type Block, type Placement } from './kinds/index.ts';

/** The number of the form that documents are stored in. It goes up with every change that an older Placard cannot read. */
export const FORMAT = 6;

/** A page's body. The same shape as the editor's JSON, so nothing is converted on the way. */
export interface PageDocument {
  type: 'doc';
  /** The form that it is stored in; absent in what was written before forms had numbers. */
  format?: number | undefined;
  content: Block[];
}

/** Reads a block that stands in a page itself. */
export const BlockSchema = schemaOf(BLOCK_TYPES) as v.GenericSchema<unknown, Block>;

/** Reads a page's body of this form. */
export const PageDocumentSchema: v.GenericSchema<unknown, PageDocument> = v.object({
  type: v.literal('doc'),
  format: v.optional(v.pipe(v.number(), v.integer(), v.minValue(0))),
  content: v.pipe(v.array(BlockSchema), v.maxLength(5000)),
}) as unknown as v.GenericSchema<unknown, PageDocument>;

/** A page with nothing in it yet. */
export const EMPTY_DOCUMENT: PageDocument = { type: 'doc', format: FORMAT, content: [{ type: 'paragraph' }] };

/** A placement of which somebody says that it has these attributes; null where any of them is not as pages have it. */
export function readPlacement(type: Placement['type'], attrs: unknown): Placement | null {
  const read = v.safeParse(schemaOf([type]), { type, attrs });
  return read.success && kindOf(read.output).group === 'placement' ? (read.output as Placement) : null;
}
