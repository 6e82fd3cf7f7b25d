import * as v from 'valibot';
import { BLANK_PLACARD, PlacardSchema, type Placard } from '../credit/placard.ts';
import { LICENCES } from '../licence/licences.ts';
import type { Terms } from '../licence/terms.ts';
import { plainCell, safeCell } from './text.ts';

type Field = keyof Placard;

/** The columns of a spreadsheet of labels: what they are headed by, and the field that they hold. */
const FIELDS: Record<Field, string> = {
  title: 'Title',
  alt: 'Alt text',
  decorative: 'Decorative',
  caption: 'Caption',
  description: 'Long description',
  keywords: 'Keywords',
  creator: 'Creator',
  creatorUrl: 'Creator’s address',
  organisation: 'Creator is an organisation',
  source: 'Source',
  sourceUrl: 'Source’s address',
  pictureId: 'Picture id',
  accessed: 'Date of access',
  copyright: 'Copyright notice',
  licence: 'Licence',
  from: 'May be shown from',
  until: 'May be shown until',
  territory: 'Countries',
  impressions: 'Times it may be shown',
  exclusive: 'Exclusive to us',
  restrictions: 'Restrictions',
};
const NAMES = Object.keys(FIELDS) as Field[];

/** What a row is known by: the asset, and how often its label had been changed when the row was written. */
const KNOWN_BY = { id: 'Id', version: 'Changed', file: 'File' } as const;

/** The headings, in order. */
export const HEADINGS: readonly string[] = [
  KNOWN_BY.id,
  KNOWN_BY.version,
  KNOWN_BY.file,
  ...NAMES.map((field) => FIELDS[field]),
];

/** The field that a heading stands for, in the words of a label. */
export const headingOf = (field: Field): string => FIELDS[field];

/** A label as the cells of a row, under HEADINGS. Licences are named by their ids. */
export function rowOf(asset: { id: string; version: number; file: string }, label: Placard): string[] {
  const cells = NAMES.map((field) => {
    const value = label[field];
    return typeof value === 'boolean' ? (value ? 'yes' : 'no') : value;
  });
  return [asset.id, String(asset.version), asset.file, ...cells].map(safeCell);
}

/** Where each heading of a file stands. */
export interface Columns {
  id: number;
  version: number;
  fields: readonly { field: Field; at: number }[];
  /** Headings that stand for nothing we know. */
  unknown: readonly string[];
}

/** Finds the columns by their headings, in any order and without regard to capitals. Throws RangeError without ids. */
export function columnsOf(headings: readonly string[]): Columns {
  const plain = (text: string) => text.normalize('NFKC').replace(/[’']/g, '').trim().toLowerCase();
  const found = headings.map(plain);
  const at = (heading: string) => found.indexOf(plain(heading));
  if (at(KNOWN_BY.id) < 0)
    throw new RangeError(
      'This file has no column “Id”. Take the spreadsheet out of Placard first and change it there.',
    );
  const fields = NAMES.map((field) => ({ field, at: at(FIELDS[field]) })).filter(({ at }) => at >= 0);
  const known = new Set([...Object.values(KNOWN_BY), ...Object.values(FIELDS)].map(plain));
  return {
    id: at(KNOWN_BY.id),
    version: at(KNOWN_BY.version),
    fields,
    unknown: headings.filter((_, index) => found[index] !== '' && !known.has(found[index] ?? '')),
  };
}

/** What a row says. */
export interface SheetRow {
  id: string;
  /** How often the label had been changed when the row was written; null where it does not say. */
  version: number | null;
  label: Partial<Placard>;
  /** Why it cannot be used; empty where it can. */
  trouble: string;
}

/** Reads a row as spreadsheet programs save it: their dates, their yes and no, their spaces. */
export function readRow(cells: readonly string[], columns: Columns, own: readonly Terms[] = []): SheetRow {
  const cell = (at: number) => plainCell((cells[at] ?? '').replaceAll('\u00a0', ' ').trim());
  const label: Record<string, unknown> = {};
  const troubles: string[] = [];
  for (const { field, at } of columns.fields) {
    // A row may be shorter than its headings, and a cell may be empty: what is not there says nothing.
    if (cell(at) === '') continue;
    const value = CLEARS.test(cell(at)) ? BLANK_PLACARD[field] : valueOf(field, cell(at), own);
    const parsed = v.safeParse(PlacardSchema.entries[field], value);
    if (parsed.success) label[field] = parsed.output;
    else troubles.push(`${FIELDS[field]}: ${parsed.issues[0].message}`);
  }
  const version = Number.parseInt(cell(columns.version), 10);
  return {
    id: cell(columns.id),
    version: Number.isInteger(version) ? version : null,
    label: label as Partial<Placard>,
    trouble: troubles.join(' '),
  };
}

/** What stands in a cell that clears what the label says there; an empty one leaves it as it is. */
const CLEARS = /^[-–—]$/;

const YES = new Set('yes y true 1 x ja wahr oui vrai sí si sì verdadero vero tak prawda'.split(' '));
const NO = new Set('no n false 0 nein falsch non faux falso nie fałsz'.split(' ').concat(''));

function valueOf(field: Field, text: string, own: readonly Terms[]): unknown {
  if (typeof BLANK_PLACARD[field] === 'boolean') {
    const said = text.toLowerCase();
    return YES.has(said) ? true : NO.has(said) ? false : text;
  }
  if (field === 'accessed' || field === 'from' || field === 'until') return dayOf(text);
  if (field === 'licence') return licenceOf(text, own);
  return text;
}

/** A day as spreadsheet programs rewrite it; one that can be read in two ways stays as it is, and is refused. */
function dayOf(text: string): string {
  const iso = (year: string, month: string, day: string) =>
    `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  if (dotted) return iso(dotted[3] ?? '', dotted[2] ?? '', dotted[1] ?? '');
  const first = /^(\d{4})[/.](\d{1,2})[/.](\d{1,2})$/.exec(text);
  if (first) return iso(first[1] ?? '', first[2] ?? '', first[3] ?? '');
  const [, a = '', b = '', year = ''] = /^(\d{1,2})[/-](\d{1,2})[/-](\d{4})$/.exec(text) ?? [];
  if (Number(a) > 12) return iso(year, b, a);
  if (Number(b) > 12 || (a !== '' && a === b)) return iso(year, a, b);
  return text.replace(/[ T]00:00(:00)?$/, '');
}

function licenceOf(text: string, own: readonly Terms[]): string {
  if (text === '') return 'unknown';
  const said = text.toLowerCase();
  const names = ({ id, name, short, spdx }: Terms) =>
    [id, name, short, spdx ?? ''].some((word) => word !== '' && word.toLowerCase() === said);
  // “licensed” stands for several terms: by their short form only those are meant that alone have it.
  const known = [...LICENCES, ...own].filter(names);
  const [exact] = known.filter(({ id }) => id === said);
  return exact?.id ?? (known.length === 1 ? (known[0]?.id ?? text) : said);
}
