import { isSame, type Inline, type Mark } from '../page/words.ts';

/** The longest piece of words that a page has in one. */
const LONGEST = 100_000;

/** A line of words as it is read: blanks fall together as they do on a page (CSS Text, white space processing). */
export class Line {
  #inlines: Inline[] = [];
  /** A blank that is written once words follow. */
  #blank = false;
  #written = false;
  #asWritten = false;

  /** Adds text as it stands in the code. */
  text(text: string, marks: readonly Mark[]): void {
    if (this.#asWritten) return this.#lines(text, marks);
    for (const [at, piece] of cleaned(text)
      .split(/[ \t\n\r\f]+/)
      .entries()) {
      if (at > 0) this.#blank = true;
      if (piece !== '') this.#write(piece, marks);
    }
  }

  /** A blank, where none is yet. */
  space(): void {
    this.#blank = true;
  }

  break(): void {
    const last = this.#inlines.at(-1);
    if (last?.type === 'text') last.text = last.text.replace(/ $/, '');
    this.#blank = false;
    this.#written = false;
    this.#inlines.push({ type: 'hardBreak' });
  }

  /** Adds words that were read already. */
  add(inlines: readonly Inline[]): void {
    this.space();
    for (const inline of inlines)
      if (inline.type === 'text') this.text(inline.text, inline.marks ?? []);
      else this.space();
    this.space();
  }

  /** Adds something that stands among the words and is none. */
  place(inline: Inline, marks: readonly Mark[]): void {
    if (this.#blank && this.#written) this.#push(' ', []);
    this.#blank = false;
    this.#written = true;
    this.#inlines.push(
      inline.type === 'smallPicture' && marks.length > 0 ? { ...inline, marks: [...marks] } : inline,
    );
  }

  /** Takes blanks and ends of lines as they are written, while something is read. */
  asWritten(read: () => void): void {
    const before = this.#asWritten;
    this.#asWritten = true;
    read();
    this.#asWritten = before;
  }

  /** The words, without breaks before the first and after the last; and begins anew. */
  take(): Inline[] {
    const inlines = this.#inlines;
    [this.#inlines, this.#blank, this.#written] = [[], false, false];
    const says = (inline: Inline) =>
      inline.type === 'smallPicture' || (inline.type === 'text' && inline.text.trim() !== '');
    const first = inlines.findIndex(says);
    const last = inlines.findLastIndex(says);
    const end = inlines[last];
    if (end?.type === 'text') end.text = end.text.trimEnd();
    return first < 0 ? [] : inlines.slice(first, last + 1);
  }

  #lines(text: string, marks: readonly Mark[]): void {
    const lines = cleaned(text).split(/\r\n|\n|\r/);
    for (const [at, line] of lines.entries()) {
      if (at > 0) this.break();
      // Blanks that would fall together are written as those that do not.
      const kept = (at < lines.length - 1 ? line.trimEnd() : line).replaceAll('\t', '    ');
      const piece = kept.replace(/^ | (?= )/g, '\u00a0');
      if (piece !== '') this.#push(piece, marks);
    }
  }

  #write(piece: string, marks: readonly Mark[]): void {
    const last = this.#inlines.at(-1);
    // A blank between words that are marked otherwise has only the marks of both.
    if (this.#blank && this.#written && !(last?.type === 'text' && last.text.endsWith(' ')))
      this.#push(' ', last?.type === 'text' ? (last.marks ?? []).filter(shared(marks)) : []);
    this.#blank = false;
    this.#push(piece, marks);
  }

  #push(text: string, marks: readonly Mark[]): void {
    this.#written = true;
    const last = this.#inlines.at(-1);
    if (
      last?.type === 'text' &&
      sameMarks(last.marks ?? [], marks) &&
      last.text.length + text.length <= LONGEST
    )
      last.text += text;
    else
      for (let from = 0; from < text.length; from += LONGEST)
        this.#inlines.push({
          type: 'text',
          text: text.slice(from, from + LONGEST),
          ...(marks.length > 0 ? { marks: [...marks] } : {}),
        });
  }
}

const shared =
  (others: readonly Mark[]) =>
  (mark: Mark): boolean =>
    others.some((other) => isSame(other, mark));

const sameMarks = (one: readonly Mark[], other: readonly Mark[]): boolean =>
  one.length === other.length && one.every(shared(other));

/** Text without what no words are made of: control characters, and the mark of a file's beginning. */
const cleaned = (text: string): string =>
  // eslint-disable-next-line no-control-regex
  text.replace(/[\u0000-\u0008\u000b\u000e-\u001f\u007f\ufeff]/g, '');
