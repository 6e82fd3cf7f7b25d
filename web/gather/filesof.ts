/** Files that were dropped, and what of it could not be read. */
export interface Dropped {
  files: File[];
  /** Names of folders or files that the browser would not give. */
  unread: string[];
}

/** The most files that are taken of one drop. */
export const MOST_DROPPED = 5000;

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
    ? Promise.resolve({ files: plain, unread: [] })
    : readAll(entries.filter((entry) => entry !== null));
}

async function readAll(waiting: (FileSystemEntry | File)[]): Promise<Dropped> {
  const [files, unread]: [File[], string[]] = [[], []];
  // One after the other, in the order in which they lie there.
  for (let next = waiting.shift(); next && files.length < MOST_DROPPED; next = waiting.shift()) {
    try {
      if (next instanceof File) files.push(next);
      else if (next.isFile) files.push(await fileOf(next as FileSystemFileEntry));
      else waiting.unshift(...(await inside(next as FileSystemDirectoryEntry)));
    } catch {
      unread.push(next.name);
    }
  }
  return { files, unread };
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
