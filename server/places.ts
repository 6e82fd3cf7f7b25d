/** Lets through so many at once; the others wait, in the order in which they came. */
export class Places {
  readonly #waiting: (() => void)[] = [];
  #free: number;

  constructor(most: number) {
    this.#free = most;
  }

  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.#free > 0) this.#free--;
    else await new Promise<void>((resolve) => this.#waiting.push(resolve));
    try {
      return await work();
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#free++;
    }
  }
}
