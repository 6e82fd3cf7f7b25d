import { Heading } from '@tiptap/extension-heading';
import { wordsKind } from '../kind.ts';

export default wordsKind(Heading.configure({ levels: [2, 3, 4] }));
