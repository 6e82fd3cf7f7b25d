const begun = Date.now();

/** Tells the person at the terminal what is going on, with the seconds since the beginning. */
export function say(text: string): void {
  process.stderr.write(`${((Date.now() - begun) / 1000).toFixed(1).padStart(6)} s  ${text}\n`);
}
