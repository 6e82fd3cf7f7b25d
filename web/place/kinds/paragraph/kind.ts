import { Paragraph } from '@tiptap/extension-paragraph';
import { wordsKind } from '../kind.ts';

export default wordsKind(Paragraph);
