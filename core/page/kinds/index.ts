import * as v from 'valibot';
import { alongside } from './alongside.ts';
import { arriving } from './arriving.ts';
import { box } from './box.ts';
import { bulletList } from './bulletlist.ts';
import { embed } from './embed.ts';
import { film } from './film.ts';
import { heading } from './heading.ts';
import { item } from './item.ts';
import type { AnyBlock, Group, Kind } from './kind.ts';
import { linkCard } from './linkcard.ts';
import { listItem } from './listitem.ts';
import { orderedList } from './orderedlist.ts';
import { paragraph } from './paragraph.ts';
import { picture } from './picture.ts';
import { quotation } from './quotation.ts';
import { rule } from './rule.ts';
import { standingCopy } from './standingcopy.ts';
import { table } from './table.ts';
import { tableCell } from './tablecell.ts';
import { tableHeader } from './tableheader.ts';
import { tableRow } from './tablerow.ts';
import { together } from './together.ts';
import { unknown } from './unknown.ts';
import { ScheduleSchema } from '../schedule.ts';

/** Every kind of block. All else that is known of kinds is worked out from these. */
const KINDS = [
  paragraph,
  heading,
  bulletList,
  orderedList,
  listItem,
  quotation,
  rule,
  table,
  tableRow,
  tableCell,
  tableHeader,
  picture,
  film,
  embed,
  box,
  linkCard,
  arriving,
  together,
  item,
  alongside,
  standingCopy,
  unknown,
] as const;

type BlockOf<K> = K extends Kind<infer B> ? B : never;

/** Any block or part of a page. */
export type Part = BlockOf<(typeof KINDS)[number]>;
/** A block that stands in a page itself. */
export type Block = Exclude<
  Part,
  { type: 'listItem' | 'tableRow' | 'tableCell' | 'tableHeader' | 'item' | 'alongside' }
>;
/** A block that places something among the words. */
export type Placement = Extract<Block, { attrs: { id: string } }>;

const byType = new Map<string, Kind<AnyBlock>>(
  KINDS.map((kind) => [kind.type, kind as unknown as Kind<AnyBlock>]),
);
const schemas = new Map<string, v.GenericSchema<unknown, AnyBlock>>();

/** What is known of the kind of a block. Throws a TypeError for a kind that nobody knows. */
export function kindOf(block: AnyBlock): Kind<AnyBlock> {
  const kind = byType.get(block.type);
  if (!kind) throw new TypeError(`There is no kind of block called ${block.type}.`);
  return kind;
}

/** The kinds that stand in a page itself. */
export const BLOCK_TYPES = KINDS.flatMap(({ type, group }) => (group === 'part' ? [] : [type]));

/** All kinds, with how they go among each other. */
export const kinds = (): readonly Kind<AnyBlock>[] => [...byType.values()];

/** True for the blocks that place something among the words. */
export const isPlacement = (block: AnyBlock): block is Placement =>
  byType.get(block.type)?.group === 'placement';

/** The schema of a block that may be of any of these kinds, or of any in a group. What is of none of them is refused. */
export function schemaOf(
  types: readonly string[],
  ...groups: readonly Group[]
): v.GenericSchema<unknown, AnyBlock> {
  return v.lazy((input) => {
    const type = typeof input === 'object' && input !== null && 'type' in input ? String(input.type) : '';
    const group = byType.get(type)?.group;
    return types.includes(type) || (group && groups.includes(group)) ? schemaOfType(type) : NONE;
  });
}

const SHOWN_WHEN = v.object({
  attrs: v.optional(v.object({ when: v.optional(v.nullable(ScheduleSchema)) })),
});

const NONE = v.custom<AnyBlock>(
  () => false,
  'There is something in this page that pages do not have.',
) as v.GenericSchema<unknown, AnyBlock>;

function schemaOfType(type: string): v.GenericSchema<unknown, AnyBlock> {
  const known = schemas.get(type);
  if (known) return known;
  const kind = byType.get(type);
  const own = kind?.schema(schemaOf) ?? NONE;
  // Whatever is a block says when it is shown, wherever it stands.
  const made = (
    kind === undefined || kind.group === 'part' ? own : v.intersect([own, SHOWN_WHEN])
  ) as v.GenericSchema<unknown, AnyBlock>;
  schemas.set(type, made);
  return made;
}
