import { FileText } from 'lucide-react';
import type { AssetDetail } from '@placard/core/contract';
import { inBytes, plural } from '@placard/core/text';
import { Player } from './player.tsx';

/** Something that is held, as large as there is room: a picture is seen, films and sounds are played, a document is opened. */
export function LargeView({
  asset,
  src,
  label,
  className,
}: {
  asset: AssetDetail;
  /** A picture of it, large enough to be looked at; none where there is none. */
  src: string | undefined;
  label: string;
  className: string;
}) {
  const { facts } = asset;
  if (facts.kind === 'picture') return <img src={src ?? asset.original} alt={label} className={className} />;
  if (facts.kind === 'document') return <Document asset={asset} className={className} />;
  return <Player asset={asset} poster={src} label={label} className={className} />;
}

/** A document: its first page where that was drawn, what it is, and the file. */
function Document({ asset, className }: { asset: AssetDetail; className: string }) {
  const { facts } = asset;
  return (
    <div
      className={`grid place-content-center justify-items-center gap-2 bg-paper p-6 text-center ${className}`}
    >
      {asset.thumbnail ? (
        <img src={asset.thumbnail} alt="" className="max-h-[60%] border border-rule object-contain" />
      ) : (
        <FileText aria-hidden className="size-14 text-soft" strokeWidth={1} />
      )}
      <p className="text-[13.5px]">
        {facts.extension.toUpperCase()}
        {facts.pages ? `, ${plural(facts.pages, 'page')}` : ''}, {inBytes(asset.bytes)}
      </p>
      <a className="button" href={asset.original} download>
        Save the file
      </a>
    </div>
  );
}
