/** Names that some systems keep for devices, whatever their ending (the reserved names of Windows). */
const DEVICE = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])$/i;
const LONGEST = 100;

/** A name, already made of letters, digits and hyphens, that every system takes for a file: none is a device, none too long. */
export function portableName(name: string): string {
  const short = name.slice(0, LONGEST).replace(/[-.]$/, '') || 'file';
  return DEVICE.test(short) ? `${short}-file` : short;
}

/**
 * Gives out paths of files that stand together: each key the same one however often it is asked for, no two keys one
 * that differs only in its capitals.
 */
export class Paths {
  readonly #byKey = new Map<string, string>();
  readonly #taken = new Set<string>();

  /** The path for a key: `folder/name.extension`, numbered where another has it. */
  of(key: string, folder: string, name: string, extension: string): string {
    const before = this.#byKey.get(key);
    if (before !== undefined) return before;
    const safe = portableName(name);
    const at = (number: number) => `${folder}${safe}${number === 1 ? '' : `-${number}`}.${extension}`;
    let number = 1;
    while (this.#taken.has(at(number).toLowerCase())) number++;
    this.#taken.add(at(number).toLowerCase());
    this.#byKey.set(key, at(number));
    return at(number);
  }
}
