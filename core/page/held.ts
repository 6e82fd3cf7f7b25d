import type { Said, TrackKind } from '../captions/index.ts';
import type { FocalPoint } from '../geometry/rectangle.ts';
import type { Placard } from '../credit/placard.ts';
import type { StatementContext } from '../credit/statement.ts';
import type { OnFile } from '../licence/maywe.ts';
import type { Terms } from '../licence/terms.ts';

/** Where the credit of something shown stands: under it, beside it, over its foot, or in the list at the page's end. */
export const CREDIT_PLACES = ['below', 'beside', 'foot', 'list'] as const;
export type CreditPlace = (typeof CREDIT_PLACES)[number];

/** One place in a page where an asset is shown. */
export interface Use {
  /** The id of that place. */
  id: string;
  asset: string;
  /** The version that is shown there, where it is another than the asset's own. */
  version?: string | null | undefined;
  /** Stands still, is played, or is linked to as a file. */
  as: 'picture' | 'film' | 'file';
  /** This place's own words; null where the placard's words are used. */
  ownAlt: string | null;
  ownCaption: string | null;
  credit?: CreditPlace | undefined;
  /** Where a press on it leads. */
  linksTo?: string | null | undefined;
}

/** A file of an asset. What a page calls it is for whoever writes the page to say. */
export interface HeldFile {
  /** Where it is kept. */
  key: string;
  /** What tells it from the asset's other files: a width, a language. Absent for the file itself. */
  part?: string | undefined;
  /** The asset's own name, made for addresses. */
  name?: string | undefined;
  bytes?: number | undefined;
}

/** One file a browser may load instead of the original. */
export interface Source extends HeldFile {
  /** The screens it is for; narrow ones may be given another part of the picture. */
  screen?: 'wide' | 'narrow';
  width: number;
  height: number;
  /** Media type, as in `image/webp`. */
  mime: string;
  /** Of what plays, its codecs (RFC 6381); empty or absent where nobody is sure. */
  codecs?: string | undefined;
  bytes: number;
}

/** A captions track (HTML track element, kind captions). */
export interface Track extends HeldFile {
  /** Captions where nothing is said. */
  kind?: TrackKind | undefined;
  /** BCP 47. */
  language: string;
  label: string;
  /** What it says, as a transcript. */
  said?: readonly Said[] | undefined;
}

/** An asset as a page sees it: its label and its files. */
export interface HeldAsset {
  id: string;
  kind: 'picture' | 'film' | 'sound' | 'document';
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
  /** A film that has no sound. */
  silent?: boolean | undefined;
  /** Of a document, its language (BCP 47) and how many pages it has, where that is known. */
  language?: string | undefined;
  pages?: number | undefined;
  /** The point that must stay in view, as shares of what is seen; its middle where nothing is said. */
  focal?: FocalPoint | undefined;
  /** The file itself: the film to play, or an animation. Null when only renditions are shown. */
  file: (HeldFile & { mime: string; bytes: number }) | null;
  /** It lies in the bin. */
  binned?: boolean;
  /** What is to be known of it before it is shown, in a sentence; empty or absent where there is nothing. */
  note?: string;
  /** For a film, its poster frame in several widths. */
  sources: Source[];
  /** A film's, a sound's or a moving picture's files to be played, the one as it came among them. */
  played?: Source[];
  /** It is a picture that moves. */
  moves?: boolean;
  tracks: Track[];
}

/** Under which key a placement's asset stands among the holdings of a page: a place may have a version of its own. */
export function heldKey({ asset, version }: Pick<Use, 'asset' | 'version'>): string {
  return version ? `${asset}@${version}` : asset;
}

/** The assets of a page by their keys. */
export type Holdings = ReadonlyMap<string, HeldAsset>;

/** The words of one place: its own, or the placard's. */
export function wordsAt(
  asset: HeldAsset,
  own: Pick<Use, 'ownAlt' | 'ownCaption'>,
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

/** The asset with the address of each file in the place of its key, for whoever has no store. */
export function withAddresses(asset: HeldAsset, addressOf: (key: string) => string): HeldAsset {
  const there = <File extends HeldFile>(file: File): File => ({ ...file, key: addressOf(file.key) });
  return {
    ...asset,
    file: asset.file && there(asset.file),
    sources: asset.sources.map(there),
    ...(asset.played ? { played: asset.played.map(there) } : {}),
    tracks: asset.tracks.map(there),
  };
}
