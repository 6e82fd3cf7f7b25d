/** An action of a command, whose answer is what the program exits with. */
export const exitingWith =
  <Given extends unknown[]>(run: (...given: Given) => Promise<number>) =>
  async (...given: Given): Promise<void> => {
    process.exitCode = await run(...given);
  };
