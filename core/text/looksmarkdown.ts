/** Lines and words that only Markdown is written so (CommonMark 0.31): headings, strong words, fences. */
const HEADING = /^ {0,3}#{1,6} \S/;
const FENCE = /^ {0,3}(?:```|~~~)/;
const LISTED = /^ {0,6}(?:[-*+]|\d{1,3}[.)]) \S/;
/** A line of which a table's heads stand above the other rows (GitHub Flavored Markdown, tables). */
const RULED = /^[ :|-]{3,400}$/;
const STRONG = /(?<![\w*])\*\*[^\s*][^*\n]{0,300}\*\*(?![\w*])/;

const [LONGEST, LONGEST_LINE] = [200_000, 2000];

/** True for words that read like Markdown: something in it is sure, or several lines of a list are. */
export function looksMarkdown(text: string): boolean {
  if (text.length > LONGEST) return false;
  const lines = text.split('\n').filter((line) => line.length < LONGEST_LINE);
  const isSure = (line: string) =>
    HEADING.test(line) ||
    FENCE.test(line) ||
    STRONG.test(line) ||
    (RULED.test(line) && line.includes('--') && line.includes('|')) ||
    hasLink(line);
  return lines.some(isSure) || lines.filter((line) => LISTED.test(line)).length > 1;
}

/** True where words in brackets are followed by an address in parentheses. */
function hasLink(line: string): boolean {
  for (let at = line.indexOf(']('); at >= 0; at = line.indexOf('](', at + 1)) {
    const end = line.indexOf(')', at);
    const address = end < 0 ? '' : line.slice(at + 2, end);
    const opens = line.lastIndexOf('[', at - 1);
    // What stands in it says where it leads.
    if (opens >= 0 && at - opens > 1 && /^(?:[a-z]{2,10}:|[/#.])[^\s(]*$/i.test(address)) return true;
  }
  return false;
}
