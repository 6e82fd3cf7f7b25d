import { HorizontalRule } from '@tiptap/extension-horizontal-rule';
import { wordsKind } from '../kind.ts';

export default wordsKind(HorizontalRule.extend({ name: 'rule' }));
