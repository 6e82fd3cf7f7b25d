const HELP = `placard demo [--port N] [--data DIR]   everything, with the sample site; prints the address
placard test [--only unit|e2e|check]   what the gate runs
placard dev                            like demo, with hot reload
placard serve                          a server process, set up by environment variables (docs/operate.md)
placard bench [NAME]                   figures against peers
placard prep --out DIR [OPTIONS] FILES… pictures prepared without the application (--help)
placard tidy                           files in the store that nothing needs any more, found and removed
placard unpack [--lines]               embed code on standard input → JSON on standard output`;

const COMMANDS: Record<string, () => Promise<{ run(words: string[]): Promise<number> }>> = {
  demo: () => import('./demo.ts'),
  dev: () => import('./dev.ts'),
  test: () => import('./test.ts'),
  serve: () => import('./serve.ts'),
  bench: () => import('./bench.ts'),
  prep: () => import('./prep.ts'),
  tidy: () => import('./tidy.ts'),
  unpack: () => import('./unpack.ts'),
};

const [name = 'help', ...words] = process.argv.slice(2);
const command = COMMANDS[name];
if (command) {
  try {
    process.exitCode = await (await command()).run(words);
  } catch (error) {
    console.error(error instanceof Error ? error.message : error);
    process.exitCode = 1;
  }
} else {
  console.error(HELP);
  process.exitCode = name === 'help' || name === '--help' ? 0 : 2;
}
