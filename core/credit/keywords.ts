/** The keywords in a line with commas or semicolons between them: each once, whichever its case, in their order. */
export function keywordsOf(line: string): string[] {
  const seen = new Map<string, string>();
  for (const part of line.split(/[,;\n]/)) {
    const word = part.trim().replace(/\s+/g, ' ');
    if (word !== '' && !seen.has(word.toLowerCase())) seen.set(word.toLowerCase(), word);
  }
  return [...seen.values()];
}

/** A line of keywords with some added and some taken away. */
export function changeKeywords(line: string, add: string, remove: string): string {
  const gone = new Set(keywordsOf(remove).map((word) => word.toLowerCase()));
  return keywordsOf(`${line},${add}`)
    .filter((word) => !gone.has(word.toLowerCase()))
    .join(', ');
}
