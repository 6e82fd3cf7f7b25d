import * as v from 'valibot';
import { endpoint, EVERYONE } from './endpoint.ts';

const NameSchema = v.pipe(v.string(), v.regex(/^[a-z][\w-]{0,39}$/, 'This is no name of a table or column.'));

/** How somebody wants a table: which columns are not shown, and how wide the others are, in CSS pixels. */
export const TableLookSchema = v.object({
  hidden: v.pipe(v.array(NameSchema), v.maxLength(40)),
  widths: v.pipe(
    v.record(NameSchema, v.pipe(v.number(), v.integer(), v.minValue(24), v.maxValue(2000))),
    v.check((widths) => Object.keys(widths).length <= 40, 'No table has so many columns.'),
  ),
});
export type TableLook = v.InferOutput<typeof TableLookSchema>;

export const readTableLooks = endpoint({
  method: 'GET',
  path: '/api/me/tables',
  summary: 'How whoever asks wants their tables, by the names of the tables',
  roles: EVERYONE,
  answer: v.record(v.string(), TableLookSchema),
});

export const keepTableLook = endpoint({
  method: 'PUT',
  path: '/api/me/tables/{table}',
  summary: 'Keep how whoever asks wants a table',
  roles: EVERYONE,
  params: v.object({ table: NameSchema }),
  body: TableLookSchema,
  answer: v.object({}),
});
