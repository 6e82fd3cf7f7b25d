import type { Carried } from './carries.ts';
import { writtenWithout, type Leaving } from './xmlpart.ts';

/** What a part of an office document (ECMA-376, OpenDocument 1.3) shows by its name that the document has in it. */
export function carriedByName(name: string): Carried | null {
  if (/(^|\/)vbaProject\.bin$/i.test(name) || /^(Basic|Scripts)\/./i.test(name)) return 'macros';
  if (/(^|\/)macrosheets\/./i.test(name)) return 'macros';
  if (/(^|\/)(activeX|ctrlProps)\/./i.test(name)) return 'controls';
  if (/(^|\/)embeddings\/./i.test(name)) return 'files';
  return null;
}

/** True for the parts that say what a document takes from elsewhere (ECMA-376 part 2, relationships). */
export const namesOthers = (name: string): boolean => /\.rels$/i.test(name);

/** What is fetched or opened from elsewhere by relationships; links that a reader follows on purpose are none. */
export function carriedByRelations(xml: string): Carried | null {
  for (const relation of xml.split('<').slice(1))
    if (
      /\sTargetMode\s*=\s*["']External["']/i.test(relation) &&
      // What it is stands in its type; what it is called where it leads says nothing of it.
      !/\sType\s*=\s*["'][^"']*\/hyperlink["']/.test(relation)
    )
      return 'remote';
  return null;
}

/** True for the parts that are written anew when a document leaves; the others are taken over as they are. */
export const saysOfMakers = (name: string): boolean => PARTS.some(([of]) => of.test(name.toLowerCase()));

const names = (all: string): ReadonlySet<string> => new Set(all.split(' '));

/** How each part is written without who made it: by its name in small letters (ECMA-376 part 2: names are the same in either), in the terms of its standard. */
const PARTS: readonly [RegExp, Leaving][] = [
  [/^docprops\/core\.xml$/, { only: { depth: 1, names: names('title language subject') } }],
  [
    /^docprops\/app\.xml$/,
    {
      only: { depth: 1, names: names('Pages Words Characters CharactersWithSpaces Lines Paragraphs Slides') },
    },
  ],
  [/^docprops\/custom\.xml$/, { only: { depth: 1, names: new Set() } }],
  [/^word\/people\.xml$/, { only: { depth: 1, names: new Set() } }],
  [/^word\/[\w-]+\.xml$/, { blank: names('author initials userId'), without: names('rsids') }],
  [/^ppt\/(commentauthors|authors)\.xml$/, { blank: names('name initials userId') }],
  [/^xl\/persons\/[\w-]+\.xml$/, { blank: names('displayName userId') }],
  [/^xl\/comments[\w-]*\.xml$|^xl\/comments\/[\w-]+\.xml$/, { emptied: names('author') }],
  [/^xl\/workbook\.xml$/, { blank: names('userName'), without: names('absPath') }],
  [/^meta\.xml$/, { only: { depth: 2, names: names('title language subject document-statistic') } }],
  [/^(content|styles)\.xml$/, { emptied: names('creator creator-initials sender-initials') }],
  [/^settings\.xml$/, { items: names('PrinterName PrinterSetup') }],
];

/** A part of an office document without who made it, with what and when; what its readers see stays. */
export const partWithoutMakers = (name: string, xml: string): string =>
  PARTS.reduce(
    (written, [of, leaving]) => (of.test(name.toLowerCase()) ? writtenWithout(written, leaving) : written),
    xml,
  );
