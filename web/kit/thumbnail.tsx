import { FileAudio, Film, ImageOff } from 'lucide-react';
import { useState } from 'react';
import type { Facts } from '@placard/core/contract';
import { usePlaceholder } from './useplaceholder.ts';

/** A small picture of a file, over its blurred placeholder until it has loaded. */
export function Thumbnail({
  src,
  facts,
  alt = '',
  className = '',
}: {
  src: string | null;
  facts: Facts | null;
  alt?: string;
  className?: string;
}) {
  const [loaded, setLoaded] = useState(false);
  const placeholder = usePlaceholder(facts?.thumbhash, loaded || !src);
  if (!src) {
    const Icon = facts?.kind === 'sound' ? FileAudio : ImageOff;
    return (
      <span className={`grid place-items-center bg-paper text-soft ${className}`}>
        <Icon aria-hidden className="size-6" />
      </span>
    );
  }
  return (
    <span className={`relative block overflow-hidden bg-paper ${className}`}>
      {placeholder && (
        <img
          src={placeholder}
          alt=""
          aria-hidden
          className="absolute inset-0 size-full object-contain blur-[1px]"
        />
      )}
      <img
        src={src}
        alt={alt}
        loading="lazy"
        onLoad={() => setLoaded(true)}
        draggable={false}
        className="relative size-full object-contain"
      />
      {facts?.kind === 'film' && (
        <span className="absolute bottom-1 left-1 bg-ink/80 p-0.5 text-paper">
          <Film aria-label="Film" className="size-3.5" />
        </span>
      )}
    </span>
  );
}
