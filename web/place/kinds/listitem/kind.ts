import { ListItem } from '@tiptap/extension-list';
import { wordsKind } from '../kind.ts';

export default wordsKind(ListItem);
