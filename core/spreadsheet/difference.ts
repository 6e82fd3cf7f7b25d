import type { Placard } from '../credit/placard.ts';

type Field = keyof Placard;

/** What a row would change on a label. */
export interface Difference {
  before: Partial<Placard>;
  after: Partial<Placard>;
  /** Of those, the fields that somebody changed after the row was written. */
  newer: Field[];
}

/**
 * What a row says otherwise than a label; null where it says the same. `changedSince` are the fields of the label that
 * were changed after the row was written out: a difference there may be the row's change, or only its age.
 */
export function differenceOf(
  label: Placard,
  row: Partial<Placard>,
  changedSince: ReadonlySet<Field> = new Set(),
): Difference | null {
  const fields = (Object.keys(row) as Field[]).filter(
    (field) => row[field] !== undefined && !same(label[field], row[field]),
  );
  if (fields.length === 0) return null;
  const pick = (from: Partial<Placard>) =>
    Object.fromEntries(fields.map((field) => [field, from[field]])) as Partial<Placard>;
  return { before: pick(label), after: pick(row), newer: fields.filter((field) => changedSince.has(field)) };
}

/** Line ends are written in several ways, and nobody has changed a word by that. */
const same = (a: unknown, b: unknown) =>
  a === b || (typeof a === 'string' && typeof b === 'string' && unified(a) === unified(b));
const unified = (text: string) => text.replace(/\r\n?/g, '\n').normalize('NFC');
