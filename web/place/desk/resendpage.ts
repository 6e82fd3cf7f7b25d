import { readPage, savePage } from '@placard/core/contract';
import { call } from '../../kit/api.ts';
import type { KeptDraft } from './usepage.ts';

/** Saves what an earlier window wrote in a page and could not save; false where somebody changed the page since. */
export async function resendPage(
  id: string,
  { title, document, version, facts, shown }: KeptDraft,
): Promise<boolean> {
  const page = await call(readPage, { params: { id } });
  if (page.version !== version) return false;
  const own = { ...(facts && { facts }), ...(shown !== undefined && { shown }) };
  await call(savePage, { params: { id }, body: { version, title, document, ...own } });
  return true;
}
