/** What a document can have in it besides words and pictures, as findings name it. */
const CARRIED = {
  scripts: 'scripts that run when it is opened',
  programs: 'an action that starts a program on the reader’s machine',
  sending: 'an action that sends off what is typed into it',
  files: 'other files inside it',
  macros: 'macros',
  controls: 'controls that run programs',
  remote: 'parts that are fetched from elsewhere when it is opened',
} as const;

export type Carried = keyof typeof CARRIED;

/** What whoever sends or places a document is to know of it, in a sentence; empty where there is nothing. */
export function carriedInWords(carried: ReadonlySet<Carried>, signed = false): string {
  const all = (Object.keys(CARRIED) as Carried[])
    .filter((one) => carried.has(one))
    .map((one) => CARRIED[one]);
  const last = all.pop();
  return [
    last &&
      `There ${all.length > 0 || last.endsWith('s') ? 'are' : 'is'} ${[...(all.length > 0 ? [all.join(', ')] : []), last].join(' and ')} in it.`,
    signed &&
      'It is signed: it leaves as it came, with what it says of its makers, since any change would break the signature.',
  ]
    .filter(Boolean)
    .join(' ');
}
