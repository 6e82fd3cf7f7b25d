import { inCount } from '@placard/core/text';

/** Files that were dropped, and what of it could not be read. */
export interface Dropped {
  files: File[];
  /** What was not taken, in a sentence; null where all was. */
  says: string | null;
}

/** The most files that are taken of one drop. */
const MOST_DROPPED = 5000;

/**
 * All files of a drop, those in its folders too, however deep (File and Directory Entries API). What was dropped is
 * looked at at once, since it is gone when the event is over.
 */
export function filesOf(dropped: DataTransfer): Promise<Dropped> {
  const entries = [...dropped.items]
    .filter(({ kind }) => kind === 'file')
    .map((item) => item.webkitGetAsEntry?.() ?? item.getAsFile());
  const plain = [...dropped.files];
  return entries.every((entry) => entry === null)
    ? Promise.resolve({ files: plain, says: null })
    : readAll(entries.filter((entry) => entry !== null));
}

async function readAll(waiting: (FileSystemEntry | File)[]): Promise<Dropped> {
  const [files, unread]: [File[], string[]] = [[], []];
  // One after the other, in the order in which they lie there.
  while (waiting.length > 0 && files.length < MOST_DROPPED) {
    const next = waiting.shift();
    if (!next) break;
    try {
      if (next instanceof File) files.push(next);
      else if (next.isFile) files.push(await fileOf(next as FileSystemFileEntry));
      else waiting.unshift(...(await inside(next as FileSystemDirectoryEntry)));
    } catch {
      unread.push(next.name);
    }
  }
  const says = [
    unread.length > 0 ? `The browser could not read ${unread.join(', ')}.` : '',
    waiting.length > 0 ? `Only the first ${inCount(MOST_DROPPED)} files are taken at once.` : '',
  ];
  return { files, says: says.filter(Boolean).join(' ') || null };
}

const fileOf = (entry: FileSystemFileEntry): Promise<File> =>
  new Promise((resolve, reject) => entry.file(resolve, reject));

/** What lies in a folder, without what systems and programs hide there; it is told in parts, the last of them empty. */
async function inside(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader();
  const all: FileSystemEntry[] = [];
  for (;;) {
    const part = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (part.length === 0) break;
    all.push(...part);
  }
  return all
    .filter(({ name }) => !name.startsWith('.') && name !== 'Thumbs.db')
    .toSorted((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
}
