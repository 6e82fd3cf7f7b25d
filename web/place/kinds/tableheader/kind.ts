import { cellNode } from '../../desk/cellnode.ts';
import { wordsKind } from '../kind.ts';

export default wordsKind(cellNode('tableHeader', 'th'));
