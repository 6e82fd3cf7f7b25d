import { OrderedList } from '@tiptap/extension-list';
import { wordsKind } from '../kind.ts';

export default wordsKind(OrderedList);
