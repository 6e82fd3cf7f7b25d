import { BulletList } from '@tiptap/extension-list';
import { wordsKind } from '../kind.ts';

export default wordsKind(BulletList);
