/** Text of a file as spreadsheet programs save it, with the delimiter that its columns have. */
export interface SheetText {
  encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';
  delimiter: ',' | ';' | '\t';
  /** Characters at its beginning that are none of its rows: a byte order mark, a line `sep=;`. */
  skip: number;
}

const DELIMITERS = [',', ';', '\t'] as const;

/**
 * How a CSV file has to be read, by its first bytes (some thousand are enough; `whole` says that they are all): Unicode
 * by its byte order mark, UTF-8 where it is well-formed, else what older programs write in the West. The delimiter is
 * the one in the first row that stands outside quotes most often, or the one that a line `sep=` names.
 */
export function readSheetText(start: Uint8Array, whole = true): SheetText {
  const encoding = encodingOf(start, whole);
  const text = new TextDecoder(encoding).decode(start);
  const named = /^sep=([,;\t])\r?\n/i.exec(text);
  if (named) return { encoding, delimiter: named[1] as SheetText['delimiter'], skip: named[0].length };
  const [first = ''] = unquoted(text).split(/\r\n|\r|\n/, 1);
  const often = (delimiter: string) => first.split(delimiter).length;
  const [delimiter] = DELIMITERS.toSorted((a, b) => often(b) - often(a));
  return { encoding, delimiter: delimiter ?? ',', skip: 0 };
}

function encodingOf(start: Uint8Array, whole: boolean): SheetText['encoding'] {
  const [a, b] = start;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  try {
    // Cut off in the middle of a character, it is still UTF-8.
    new TextDecoder('utf-8', { fatal: true }).decode(start, { stream: !whole });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

const unquoted = (text: string) => text.replace(/"(?:[^"]|"")*"?/g, '');

/**
 * A cell that no spreadsheet program takes for a formula: where it begins like one, an apostrophe goes before it, as
 * people type it themselves. Read back, it goes again.
 */
export const safeCell = (text: string): string => (/^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text);
export const plainCell = (text: string): string => (/^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text);
