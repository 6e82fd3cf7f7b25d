import Papa from 'papaparse';
import { readSheetText } from '@placard/core/spreadsheet';

/** What the worker tells: rows as they are read, or why the file cannot be. */
export type SheetPart =
  | { headings: string[]; rows: { line: number; cells: string[] }[]; share: number; last: boolean }
  | { trouble: string };

const AT_ONCE = 500;
/** Characters of one part; the server takes four megabytes at once. */
const MOST_AT_ONCE = 1_200_000;

/** Reads a CSV file part by part; each part waits until the one before was taken. */
addEventListener('message', ({ data }: MessageEvent<{ file?: File; go?: true }>) => {
  if (data.file) void read(data.file);
  else resume?.();
});

let resume: (() => void) | undefined;

async function read(file: File): Promise<void> {
  const start = new Uint8Array(await file.slice(0, 65_536).arrayBuffer());
  const { encoding, delimiter, skip } = readSheetText(start, file.size <= start.length);
  let headings: string[] | null = null;
  let rows: { line: number; cells: string[] }[] = [];
  let characters = 0;
  // A file says in a first line of its own what its delimiter is; that line is none of its rows.
  let line = skip > 0 ? 1 : 0;
  const tell = (last: boolean, at: number) => {
    const part: SheetPart = { headings: headings ?? [], rows, share: Math.min(1, at / file.size), last };
    rows = [];
    postMessage(part);
  };
  const mark = encoding.startsWith('utf-16') ? 2 : start[0] === 0xef ? 3 : 0;
  const before = skip > 0 ? mark + skip * (encoding.startsWith('utf-16') ? 2 : 1) : 0;
  Papa.parse<string[]>(new File([file.slice(before)], file.name), {
    delimiter,
    encoding,
    skipEmptyLines: 'greedy',
    step: ({ data, meta }, parser) => {
      line++;
      if (!headings) {
        headings = data.map((heading) => heading.replace(/^\ufeff/, ''));
        return;
      }
      rows.push({ line, cells: data });
      characters += data.reduce((sum, cell) => sum + cell.length, 0);
      if (rows.length < AT_ONCE && characters < MOST_AT_ONCE) return;
      characters = 0;
      parser.pause();
      resume = () => parser.resume();
      tell(false, meta.cursor);
    },
    complete: () => {
      if (headings) tell(true, file.size);
      else postMessage({ trouble: 'This file has no rows.' } satisfies SheetPart);
    },
    error: () =>
      postMessage({ trouble: 'This file cannot be read. Save it again as CSV.' } satisfies SheetPart),
  });
}
