/** Does the same to many files, a few at a time. */
export async function sideBySide(
  files: readonly string[],
  atOnce: number,
  work: (file: string) => Promise<unknown>,
): Promise<void> {
  const waiting = [...files];
  const worker = async () => {
    for (let file = waiting.shift(); file; file = waiting.shift()) await work(file);
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
}

/** How long something takes. */
export async function seconds(work: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
}
