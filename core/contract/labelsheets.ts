import * as v from 'valibot';
import { PlacardSchema } from '../credit/placard.ts';
import { endpoint, EVERYONE } from './endpoint.ts';
import { ById } from './holdings.ts';

const SHEET_STATES = ['reading', 'ready', 'writing', 'written', 'undoing', 'undone', 'failed'] as const;
export type SheetState = (typeof SHEET_STATES)[number];

export const beginLabelSheet = endpoint({
  method: 'POST',
  path: '/api/label-sheets',
  summary: 'Begin to bring back a spreadsheet of labels; its rows are sent next',
  roles: EVERYONE,
  body: v.object({ fileName: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(255)) }),
  answer: v.object({ id: v.string() }),
});

export const sendLabelRows = endpoint({
  method: 'POST',
  path: '/api/label-sheets/{id}/rows',
  summary: 'Send rows of a spreadsheet, in order; each is compared with its label, and nothing is written',
  roles: EVERYONE,
  params: ById,
  body: v.object({
    headings: v.pipe(v.array(v.pipe(v.string(), v.maxLength(200))), v.maxLength(200)),
    rows: v.pipe(
      v.array(
        v.object({
          line: v.pipe(v.number(), v.integer(), v.minValue(1)),
          cells: v.pipe(v.array(v.pipe(v.string(), v.maxLength(20_000))), v.maxLength(200)),
        }),
      ),
      v.maxLength(500),
    ),
    /** Whether these are the last. */
    last: v.boolean(),
  }),
  answer: v.object({ rows: v.number() }),
  problems: [404, 409, 422],
});

export const readLabelSheet = endpoint({
  method: 'GET',
  path: '/api/label-sheets/{id}',
  summary: 'What a spreadsheet would change, field by field; 100 rows from `after` on',
  roles: EVERYONE,
  params: ById,
  query: v.object({
    after: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(0)), '0'),
    only: v.optional(v.picklist(['changed', 'newer', 'trouble'])),
  }),
  answer: v.object({
    fileName: v.string(),
    state: v.picklist(SHEET_STATES),
    says: v.string(),
    rows: v.number(),
    same: v.number(),
    changed: v.number(),
    newer: v.number(),
    trouble: v.number(),
    /** How far writing is. */
    done: v.number(),
    lines: v.array(
      v.object({
        line: v.number(),
        asset: v.nullable(v.string()),
        title: v.string(),
        before: v.partial(PlacardSchema),
        after: v.partial(PlacardSchema),
        newer: v.array(v.string()),
        trouble: v.string(),
      }),
    ),
  }),
  problems: [404],
});
export type LabelSheet = v.InferOutput<typeof readLabelSheet.answer>;

export const writeLabelSheet = endpoint({
  method: 'POST',
  path: '/api/label-sheets/{id}/write',
  summary: 'Write what a spreadsheet changes, all or nothing; rows with trouble are left out',
  roles: EVERYONE,
  params: ById,
  /** What happens to fields that somebody changed after the spreadsheet was written. */
  body: v.object({ newer: v.picklist(['leave', 'overwrite']) }),
  answer: v.object({}),
  problems: [404, 409],
});

export const undoLabelSheet = endpoint({
  method: 'POST',
  path: '/api/label-sheets/{id}/undo',
  summary: 'Write back what stood there before; fields that were changed again since are left',
  roles: EVERYONE,
  params: ById,
  answer: v.object({}),
  problems: [404, 409],
});
