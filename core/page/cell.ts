import * as v from 'valibot';
import { element, type Style } from '../markup/index.ts';
import type { BulletList, OrderedList } from './lists.ts';
import { inLines, LINES } from './lines.ts';
import { scheduleOf } from './schedule.ts';
import { kind, type AnyBlock, type ForeignElement, type Kind, type Reading } from './kinds/kind.ts';
import type { Paragraph } from './kinds/paragraph.ts';

/** The most columns or rows that a cell goes over. */
const MOST_COLUMNS = 100;
const MOST_ROWS = 1000;

const ALIGNMENTS = ['left', 'center', 'right'] as const;

/** Something placed in a cell. */
interface Placed {
  type: string;
  attrs: { id: string };
  content?: undefined;
}

export interface CellAttributes {
  /** Columns and rows that it goes over. */
  colspan?: number | undefined;
  rowspan?: number | undefined;
  /** The width of each of its columns, in CSS pixels; null where nobody has set it. */
  colwidth?: number[] | null | undefined;
  align?: (typeof ALIGNMENTS)[number] | null | undefined;
}

/** A cell of a table. */
export interface Cell<Type extends string> {
  type: Type;
  attrs?: CellAttributes | undefined;
  content: (Paragraph | BulletList | OrderedList | Placed)[];
}

const spanned = (most: number) =>
  v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(most)));

/** How cells look on any site: its own style sheet may say more. */
const LOOK: Style = { border: '1px solid', padding: '6px 10px', 'vertical-align': 'top' };
/** What that takes of a cell's width, in CSS pixels. */
export const CELL_EDGES = 21;

/** What both kinds of cells are. What a head is the head of is for its row to say. */
export function cellKind<Type extends 'tableCell' | 'tableHeader'>(
  type: Type,
  tag: 'td' | 'th',
): Kind<Cell<Type>> {
  return kind<Cell<Type>>({
    type,
    group: 'part',
    stays: true,
    schema: (schemaOf) =>
      v.object({
        type: v.literal(type),
        attrs: v.optional(
          v.object({
            colspan: spanned(MOST_COLUMNS),
            rowspan: spanned(MOST_ROWS),
            colwidth: v.optional(
              v.nullable(
                v.pipe(
                  v.array(v.pipe(v.number(), v.minValue(0), v.maxValue(4000))),
                  v.maxLength(MOST_COLUMNS),
                ),
              ),
            ),
            align: v.optional(v.nullable(v.picklist(ALIGNMENTS))),
          }),
        ),
        content: v.array(schemaOf(LINES, 'placement')),
      }) as unknown as v.GenericSchema<unknown, Cell<Type>>,
    children: ({ content }) => content,
    withChildren: (block, content) => ({ ...block, content: content as Cell<Type>['content'] }),
    reads: { [tag]: (element, reading) => readCell(type, element, reading) },
    markup: ({ attrs, content }, { context, inside }) => {
      const { colspan = 1, rowspan = 1, align } = attrs ?? {};
      const [only] = content;
      return [
        element(
          tag,
          {
            colspan: colspan > 1 ? colspan : null,
            rowspan: rowspan > 1 ? rowspan : null,
            ...(context.placed
              ? { 'data-colwidth': attrs?.colwidth?.join(','), align }
              : { style: { ...LOOK, 'text-align': align ?? 'start' } }),
          },
          // One paragraph alone is the cell's words, with no space of a paragraph round them.
          ...(content.length === 1 && only?.type === 'paragraph' && !(context.placed && scheduleOf(only))
            ? inside(content).flatMap((made) => (typeof made === 'string' ? [made] : made.children))
            : inside(content)),
        ),
      ];
    },
  });
}

/** The widths of columns as a page writes them down for itself; null for none. */
function widthsSaid(text = ''): number[] | null {
  const widths = text.split(',').map(Number);
  const sound = widths.every((width) => Number.isFinite(width) && width >= 0 && width <= 4000);
  return text !== '' && sound && widths.length <= MOST_COLUMNS ? widths : null;
}

function readCell(type: string, element: ForeignElement, reading: Reading): AnyBlock[] {
  const { content, others } = inLines(reading.blocks(element), true);
  const whole = (name: string, most: number) => {
    const number = Number(reading.attribute(element, name) ?? 1);
    return Number.isInteger(number) && number >= 1 ? Math.min(most, number) : 1;
  };
  const style = reading.attribute(element, 'style') ?? '';
  const said =
    /(?:^|;)\s*text-align\s*:\s*(\w+)/i.exec(style)?.[1] ?? reading.attribute(element, 'align') ?? '';
  const align = ALIGNMENTS.find((way) => way === said.toLowerCase()) ?? null;
  return [
    {
      type,
      attrs: {
        colspan: whole('colspan', MOST_COLUMNS),
        rowspan: whole('rowspan', MOST_ROWS),
        colwidth: widthsSaid(reading.attribute(element, 'data-colwidth')),
        align,
      },
      content: content.length === 0 ? [{ type: 'paragraph' }] : content,
    },
    ...others,
  ];
}
