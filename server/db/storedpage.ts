import { NewerDocument, upgraded, type PageDocument } from '@placard/core/page';
import { clash } from '../refusal.ts';

/** The stored body of a page in the form of today; null for one that only a newer Placard can read. */
export function readable(stored: PageDocument): PageDocument | null {
  try {
    return upgraded(stored);
  } catch (error) {
    if (error instanceof NewerDocument) return null;
    throw error;
  }
}

/** The body of a page in the form of today. Throws a Refusal (clash) for one that only a newer Placard can read. */
export function documentOf({ title, document }: { title: string; document: PageDocument }): PageDocument {
  const read = readable(document);
  if (read) return read;
  throw clash(
    `“${title}” was written with a newer Placard than this one, which cannot read it. Nothing of it is changed.`,
  );
}
