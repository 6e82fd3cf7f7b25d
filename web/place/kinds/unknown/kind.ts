import type { Block } from '@placard/core/page';
import { placedKind } from '../kind.ts';

type Unknown = Extract<Block, { type: 'unknown' }>;

export default placedKind<Unknown>({
  type: 'unknown',
  defaults: { id: '', called: '', stored: 'null' },
  called: () => 'something unknown',
  nothing: ({ attrs }) =>
    `Something that this window cannot read${attrs.called === '' ? '' : ` (“${attrs.called}”)`} stands here. It is kept as it is, and visitors do not see it.`,
});
