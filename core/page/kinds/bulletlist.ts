import * as v from 'valibot';
import { element } from '../../markup/index.ts';
import { kind, type ForeignElement, type Kind, type Reading } from './kind.ts';
import { inLists, type BulletList, type ListItem } from '../lists.ts';

export const bulletList: Kind<BulletList> = kind<BulletList>({
  type: 'bulletList',
  group: 'words',
  schema: (schemaOf) =>
    v.object({
      type: v.literal('bulletList'),
      content: v.array(schemaOf(['listItem'])),
    }) as v.GenericSchema<unknown, BulletList>,
  children: ({ content }) => content,
  withChildren: (block, content) => ({ ...block, content: content as ListItem[] }),
  reads: Object.fromEntries(
    ['ul', 'menu', 'dir'].map((name) => [
      name,
      (element: ForeignElement, reading: Reading) =>
        inLists(reading.blocks(element), (content) => ({ type: 'bulletList', content })),
    ]),
  ),
  markup: ({ content }, { inside }) => [element('ul', {}, ...inside(content))],
});
