/** Lines and words that only Markdown is written so (CommonMark 0.31): headings, links, strong words, tables, fences. */
const SURE = [
  /^ {0,3}#{1,6} \S/m,
  /\[[^\]\n]{1,200}\]\([^()\s]{1,2000}\)/,
  /(?<![\w*])\*\*[^\s*](?:[^*\n]{0,300}[^\s*])?\*\*(?![\w*])/,
  /^ {0,3}\|?[ :]{0,9}-{2,}[ :-]{0,200}\|[ :|-]{1,400}$/m,
  /^ {0,3}(?:```|~~~)/m,
];
const LISTED = /^ {0,6}(?:[-*+]|\d{1,3}[.)]) \S/;

/** True for words that read like Markdown: something in it is sure, or several lines of a list are. */
export function looksMarkdown(text: string): boolean {
  if (text.length > 200_000) return false;
  return (
    SURE.some((sign) => sign.test(text)) ||
    text.split('\n').filter((line) => line.length < 2000 && LISTED.test(line)).length > 1
  );
}
