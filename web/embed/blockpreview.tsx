import { useQuery } from '@tanstack/react-query';
import { useEffect, useState, type CSSProperties } from 'react';
import { previewEmbed } from '@placard/core/contract';
import { kindOf, type BoxBlock, type Embed } from '@placard/core/page';
import { useHeld } from '../place/desk/useheld.ts';
import { paced } from '../kit/pace.ts';
import { call } from '../kit/api.ts';

/** What frames shown from the users'-content origin may do; the document there runs no script of its own. */
export const PREVIEW_SANDBOX = 'allow-scripts allow-same-origin allow-popups allow-presentation allow-forms';

/** Something of somebody else's that stands in pages. */
export type EmbeddedBlock = Embed | BoxBlock;

export const isEmbedded = (block: { type: string }): block is EmbeddedBlock =>
  block.type === 'embed' || block.type === 'box';

/** Where a block can be looked at as visitors get it: on the users'-content origin. */
export function useBlockPreview(block: EmbeddedBlock) {
  return useQuery({
    // Where it stands, and the words under it, change nothing of what is in it.
    queryKey: ['preview', block.type, shownOf(block)],
    queryFn: () => call(previewEmbed, { body: { block: alike(block) } }),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** The same as it is shown here: how high a box is says whoever shows it, and it is not loaded anew when that is measured. */
const alike = (block: EmbeddedBlock): EmbeddedBlock =>
  block.type === 'box'
    ? { ...block, attrs: { ...block.attrs, boxed: { ...block.attrs.boxed, heights: [], height: null } } }
    : block;

const shownOf = (given: EmbeddedBlock) => {
  const block = alike(given);
  return block.type === 'box'
    ? block.attrs.boxed
    : [block.attrs.frame, block.attrs.narrow ?? null, block.attrs.still ?? null];
};

/** What the visitor gets: the real frame, from the users'-content origin. `asleep` keeps presses for the page editor. */
export function BlockPreview({
  block,
  look,
  asleep = false,
  now = false,
}: {
  block: EmbeddedBlock;
  /** How it takes its room. */
  look: unknown;
  asleep?: boolean;
  /** It is waited for: it does not wait to come near the screen. */
  now?: boolean;
}) {
  const preview = useBlockPreview(block);
  // A still that was only just brought in is shown as soon as it is prepared.
  const { holdings } = useHeld(kindOf(block).uses(block));
  const prepared = [...holdings.values()].reduce((sum, { sources }) => sum + sources.length, 0);
  const address = preview.data && `${preview.data.preview}?prepared=${prepared}${now ? '&now' : ''}`;
  const [loaded, setLoaded] = useState('');
  const loading = !address || loaded !== address;
  const late = useLate(loading ? (address ?? '') : null);
  const title = block.type === 'box' ? block.attrs.boxed.title : block.attrs.frame.title;
  if (preview.error)
    return <p className="border border-dashed border-madder p-4 text-[14px]">{preview.error.message}</p>;
  return (
    <div className="relative w-full bg-[#eee]" style={{ position: 'relative', ...(look as CSSProperties) }}>
      {address && (
        <iframe
          // In the same frame another preview would be a step that Back goes back by.
          key={address}
          src={address}
          title={`Preview: ${title}`}
          sandbox={PREVIEW_SANDBOX}
          className="block size-full border-0"
          onLoad={() => setLoaded(address)}
        />
      )}
      {loading && (
        <span className="absolute inset-0 grid place-items-center p-2 text-center text-[13px] text-[#555]">
          Loading {title} …{late && ' It takes long. Perhaps its host is slow, or does not answer.'}
        </span>
      )}
      {asleep && <span className="absolute inset-0" />}
    </div>
  );
}

/** How long something may load before that is said to be long, in milliseconds. */
const LONG = paced(10_000);

/** True once the same thing has been loading for long; null is nothing. */
function useLate(what: string | null): boolean {
  const [late, setLate] = useState<string | null>(null);
  useEffect(() => {
    if (what === null) return undefined;
    const timer = setTimeout(() => setLate(what), LONG);
    return () => clearTimeout(timer);
  }, [what]);
  return what !== null && late === what;
}
