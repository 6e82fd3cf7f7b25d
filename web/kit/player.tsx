import type { AssetDetail } from '@placard/core/contract';

/** Plays a film with its captions, or a sound. */
export function Player({
  asset,
  poster,
  label,
  className = '',
}: {
  asset: AssetDetail;
  poster: string | undefined;
  label: string;
  className?: string;
}) {
  const tracks = asset.tracks.map(({ id, kind, url, language, label: name }) => (
    <track key={id} kind={kind} src={url} srcLang={language} label={name} />
  ));
  if (asset.facts.kind === 'sound') {
    return (
      <audio controls preload="none" src={asset.original} aria-label={label} className="my-auto block w-full">
        {tracks}
      </audio>
    );
  }
  const aspectRatio = `${asset.facts.width}/${asset.facts.height}`;
  return (
    <video
      controls
      preload="none"
      poster={poster}
      src={asset.original}
      aria-label={label}
      className={className}
      style={{ aspectRatio }}
    >
      {tracks}
    </video>
  );
}
