import type { Readable } from 'node:stream';

/** A film as a host lists it. */
export interface HostedFilm {
  id: string;
  title: string;
  owner: string;
  seconds: number;
  /** The film's page on the host. */
  page: string;
  /** The address to frame. */
  player: string;
  /** The address of a still of it. */
  still: string;
  width: number;
  height: number;
}

/** A film of our own, to be kept by the host. */
export interface OwnFilm {
  title: string;
  description: string;
  /** BCP 47. */
  language: string;
  audience: 'everyone' | 'ours' | 'named';
  /** Mail addresses, where the audience is named people. */
  people: readonly string[];
  type: string;
  bytes: number;
  body: Readable;
  /** WebVTT. */
  captions: { language: string; text: string } | null;
}

/** A service that keeps films and gives out players. A new one is one file that makes this. */
export interface VideoHost {
  name: string;
  /** Answers one page of what matches. Throws unfit. */
  search(query: { words: string; page: number }): Promise<{ total: number; films: HostedFilm[] }>;
  /** Sends a film, telling how many bytes have gone. Throws unfit. */
  receive(
    film: OwnFilm,
    signal: AbortSignal,
    told: (bytes: number) => void,
  ): Promise<Pick<HostedFilm, 'id' | 'page' | 'player'>>;
}
