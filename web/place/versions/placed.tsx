import { readAsset } from '@placard/core/contract';
import { kindOf, type Block } from '@placard/core/page';
import { useAsk } from '../../kit/asking.ts';

/** Something placed, by its picture and its title. */
export function Placed({ block }: { block: Block }) {
  const id = kindOf(block).uses(block)[0]?.asset ?? '';
  const { data } = useAsk(readAsset, { params: { id } }, { enabled: id !== '', retry: false });
  return (
    <span className="flex items-start gap-2">
      {data?.thumbnail && <img src={data.thumbnail} alt="" className="h-14 w-20 object-cover" />}
      <span>
        {data
          ? data.placard.title || data.fileName
          : id
            ? 'not held any more'
            : kindOf(block).words(block) || block.type}
        <span className="block font-sans text-[12.5px] text-soft">{block.type}</span>
      </span>
    </span>
  );
}
