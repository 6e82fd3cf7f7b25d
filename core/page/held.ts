import type { Placard } from '../credit/placard.ts';
import type { StatementContext } from '../credit/statement.ts';
import type { OnFile } from '../licence/maywe.ts';
import type { Terms } from '../licence/terms.ts';

/** One file a browser may load instead of the original. */
export interface Source {
  /** The screens it is for; narrow ones may be given another part of the picture. */
  screen?: 'wide' | 'narrow';
  width: number;
  height: number;
  /** Media type, as in `image/webp`. */
  mime: string;
  bytes: number;
  url: string;
}

/** A captions track (HTML track element, kind captions). */
export interface Track {
  /** BCP 47. */
  language: string;
  label: string;
  url: string;
}

/** An asset as a page sees it: its label and the addresses of its files. */
export interface HeldAsset {
  id: string;
  kind: 'picture' | 'film' | 'sound';
  placard: Placard;
  /** Its terms, where they are the organisation's own. */
  terms?: Terms | undefined;
  /** What lies on file of a permission. */
  onFile?: OnFile | undefined;
  /** When it came in (ISO 8601). */
  addedAt?: string;
  /** Changes made to it, as its credit names them. */
  changes?: readonly string[];
  /** Pixels of what it shows; 0 for sound. */
  width: number;
  height: number;
  /** Seconds; null for still pictures. */
  duration: number | null;
  /** The file itself: the film to play, or an animation. Null when only renditions are shown. */
  file: { url: string; mime: string; bytes: number } | null;
  /** For a film, its poster frame in several widths. */
  sources: Source[];
  tracks: Track[];
}

/** Under which key a placement's asset stands among the holdings of a page: a place may have a version of its own. */
export function heldKey({ asset, version }: { asset: string; version?: string | null | undefined }): string {
  return version ? `${asset}@${version}` : asset;
}

/** The assets of a page by their keys. */
export type Holdings = ReadonlyMap<string, HeldAsset>;

/** The words of one place: its own, or the placard's. */
export function wordsAt(
  asset: HeldAsset,
  own: { ownAlt: string | null; ownCaption: string | null },
): { alt: string | null; caption: string } {
  const alt = own.ownAlt ?? (asset.placard.decorative ? '' : asset.placard.alt || null);
  return { alt, caption: own.ownCaption ?? asset.placard.caption };
}

/** What the statement of an asset is made of besides its placard. */
export function creditContext({ changes, terms }: HeldAsset, language?: string): StatementContext {
  return {
    ...(changes ? { changes } : {}),
    ...(terms ? { terms } : {}),
    ...(language ? { language } : {}),
  };
}
