import type { Problem as ProblemDocument } from '@placard/core/contract';

/** Why something is refused. What a caller over HTTP gets for it is for `http/problem` to say. */
export type RefusalSort =
  /** What was sent cannot be read. */
  | 'unread'
  /** Nobody is signed in. */
  | 'stranger'
  /** Whoever asks may not. */
  | 'forbidden'
  /** It is not there, or not any more. */
  | 'gone'
  /** Nothing here is asked for in this way. */
  | 'unused'
  /** Somebody else was first, or it is as it must not be. */
  | 'clash'
  /** More than is taken. */
  | 'tooMuch'
  /** Packed in a way that is not taken. */
  | 'packed'
  /** It can be read, and cannot be done. */
  | 'unfit'
  /** Something is not there for the moment. */
  | 'away'
  /** There is no room for it. */
  | 'full';

/** What else a caller is told, and what it came of. */
type More = Partial<ProblemDocument> & ErrorOptions;

/** Something that is not done; the message is a sentence for whoever wanted it. */
export class Refusal extends Error {
  readonly sort: RefusalSort;
  readonly more: Partial<ProblemDocument>;

  constructor(sort: RefusalSort, says: string, { cause, ...more }: More = {}) {
    super(says, cause === undefined ? undefined : { cause });
    this.sort = sort;
    this.more = more;
  }
}

const refusal =
  (sort: RefusalSort) =>
  (says: string, more: More = {}): Refusal =>
    new Refusal(sort, says, more);

export const unread = refusal('unread');
export const stranger = refusal('stranger');
export const forbidden = refusal('forbidden');
export const gone = refusal('gone');
export const unused = refusal('unused');
export const clash = refusal('clash');
export const tooMuch = refusal('tooMuch');
export const packed = refusal('packed');
export const unfit = refusal('unfit');
export const away = refusal('away');
export const full = refusal('full');

// Refusals that more than one place has.
export const notHeld = () => gone('This is not held here any more.');
export const onlyPictures = () => unfit('Only pictures are edited here.');
export const noVideoHost = () => unfit('No video host is connected here.');
export const othersGone = () => gone('What it should take the place of is not held any more.');
export const sheetGone = () => gone('This spreadsheet is not here any more. Bring it in again.');
export const permissionGone = () => gone('This permission is not on file any more.');
export const termsGone = () => gone('These terms are not on the list any more.');
export const sectionGone = () => gone('That section does not exist any more. Choose another.');
