/** Saves that go on after their page was left, by page: what looks at it next waits for them, but not for ever. */
class Leaving {
  readonly #saves = new Map<string, Promise<void>>();

  wait(page: string, save: Promise<void>): void {
    const ended = save.catch(() => undefined);
    this.#saves.set(page, ended);
    void ended.then(() => this.#saves.get(page) === ended && this.#saves.delete(page));
  }

  /** Resolves when the page's last save was answered, or after five seconds without an answer. */
  async over(page: string): Promise<void> {
    const save = this.#saves.get(page);
    if (save) await Promise.race([save, new Promise<void>((resolve) => setTimeout(resolve, 5000))]);
  }
}

export const leaving = new Leaving();
