import type { QueryClient } from '@tanstack/react-query';
import { unpackEmbed } from '@placard/core/contract';
import type { Choice } from '@placard/core/embed';
import { FIRST_STANDING, type Block } from '@placard/core/page';
import { call } from '../kit/api.ts';
import { newPlacementId } from '../kit/newplacementid.ts';
import { askHosts } from './askhosts.ts';

/**
 * The blocks that several codes become, in order: of each what is best, as if it were pasted alone. Throws a Refusal where
 * a host is refused or one of them is nothing, so that none is left out in silence.
 */
export async function draftsOf(client: QueryClient, codes: readonly string[]): Promise<Block[]> {
  const blocks: Block[] = [];
  for (const code of codes) {
    const answer = await askHosts(client, await call(unpackEmbed, { body: { code } }));
    const [choice] = answer.unpacked.choices;
    const refused = answer.hosts.find(
      ({ host, review }) =>
        review === 'refused' && choice?.origins.some((origin) => new URL(origin).host === host),
    );
    if (!choice || refused)
      throw new Error(
        refused
          ? `${refused.host} was refused: ${refused.note || 'place the others one by one'}.`
          : `${answer.unpacked.findings[0]?.says ?? 'There is nothing in one of them.'} Place the others one by one.`,
      );
    blocks.push(...(await draftOf(choice)));
  }
  return blocks;
}

/** The blocks that a choice becomes in a page, as they are put there first. */
export async function draftOf(choice: Choice): Promise<Block[]> {
  const standing = { id: newPlacementId(), ...FIRST_STANDING };
  switch (choice.kind) {
    case 'frame':
      return [{ type: 'embed', attrs: { ...standing, position: 'centred', frame: choice.frame } }];
    case 'box':
      return [{ type: 'box', attrs: { ...standing, boxed: choice.boxed } }];
    case 'card':
      return [{ type: 'linkCard', attrs: { ...standing, card: choice.card, asset: null, ownAlt: '' } }];
    case 'quotation': {
      const { readHtml } = await import('@placard/core/reading');
      return readHtml(choice.html, { newId: newPlacementId }).blocks;
    }
  }
}
