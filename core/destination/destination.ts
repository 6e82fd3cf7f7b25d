import type { HandedOff } from './handedoff.ts';

/** A file of what a destination is given: written here, or one that is held. */
export type Entry = WrittenEntry | { path: string; key: string };

/** One that is written here. */
export interface WrittenEntry {
  path: string;
  text: string;
  /** Files that are to stand in the text as data (RFC 2397), and the markup that stands before the path of each. */
  inside?: readonly { before: string; path: string; key: string; mime: string }[];
}

interface Named {
  /** As it stands in addresses. */
  name: string;
  /** What a press on it does. */
  does: string;
}

/** A place that takes code, which somebody pastes there. */
export interface CodeDestination extends Named {
  form: 'code';
  code: (page: HandedOff) => string;
}

/** A place that takes files; what lies at `index.html` is opened first. */
export interface FilesDestination extends Named {
  form: 'files';
  entries: (page: HandedOff) => Entry[];
}

/** A place that pages are handed to: one file in `kinds`. */
export type Destination = CodeDestination | FilesDestination;
