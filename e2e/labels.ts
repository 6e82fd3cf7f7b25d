import type { Page } from '@playwright/test';

interface Asset {
  id: string;
  placardVersion: number;
  placard: Record<string, string>;
}

async function assetsOf(page: Page, query: string): Promise<Asset[]> {
  const answer = await page.request.get(`/api/assets?${query}&limit=500`);
  return ((await answer.json()) as { assets: Asset[] }).assets;
}

/** What is held by a title. */
export async function held(page: Page, title: string): Promise<Asset> {
  const assets = await assetsOf(page, `words=${encodeURIComponent(title)}`);
  const asset = assets.find(({ placard }) => placard['title'] === title);
  if (!asset) throw new Error(`“${title}” is not held.`);
  return asset;
}

/** Changes a label, whoever changed it before. */
export async function label(page: Page, id: string, changes: Record<string, unknown>): Promise<void> {
  const asset = (await (await page.request.get(`/api/assets/${id}`)).json()) as Asset;
  const answer = await page.request.patch(`/api/assets/${id}/placard`, {
    data: { version: asset.placardVersion, changes },
  });
  if (!answer.ok()) throw new Error(await answer.text());
}

/** What says nothing in a field. */
const NOTHING = { alt: '', licence: 'unknown' };

/**
 * Takes a field off the labels of some pictures that stand nowhere, whoever filled it in before. Gives back what puts it
 * on again.
 */
export async function unlabel(
  page: Page,
  field: keyof typeof NOTHING,
  many: number,
): Promise<() => Promise<void>> {
  const unused = await assetsOf(page, 'use=unused&kind=picture&sort=title');
  const full = unused.filter(({ placard }) => placard[field] !== NOTHING[field]).slice(-many);
  if (full.length < many) throw new Error(`There are no ${many} labels to take that off.`);
  for (const { id } of full) await label(page, id, { [field]: NOTHING[field] });
  return async () => {
    for (const { id, placard } of full) await label(page, id, { [field]: placard[field] });
  };
}
