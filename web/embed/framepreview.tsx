import { useQuery } from '@tanstack/react-query';
import { previewEmbed } from '@placard/core/contract';
import type { Frame } from '@placard/core/embed';
import { call } from '../kit/api.ts';

/** What frames shown from the users'-content origin may do; the document there runs no script of its own. */
export const PREVIEW_SANDBOX = 'allow-scripts allow-same-origin allow-popups allow-presentation allow-forms';

/** What the visitor gets: the real frame, from the users'-content origin. `asleep` keeps clicks for the page editor. */
export function FramePreview({ frame, asleep = false }: { frame: Frame; asleep?: boolean }) {
  const preview = useQuery({
    queryKey: ['preview', frame],
    queryFn: () => call(previewEmbed, { body: { frame } }),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const style =
    frame.shape.kind === 'ratio'
      ? { aspectRatio: `${frame.shape.width}/${frame.shape.height}` }
      : { height: frame.shape.height };
  if (preview.error)
    return <p className="border border-dashed border-madder p-4 text-[14px]">{preview.error.message}</p>;
  return (
    <div className="relative w-full bg-[#eee]" style={style}>
      {preview.data && (
        <iframe
          src={preview.data.preview}
          title={`Preview: ${frame.title}`}
          sandbox={PREVIEW_SANDBOX}
          className="block size-full"
        />
      )}
      {asleep && <span className="absolute inset-0" />}
    </div>
  );
}
