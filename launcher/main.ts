import { Command } from 'commander';

/** What each command is for, and where it is; only the one that is asked for is loaded. */
const COMMANDS: Record<string, [says: string, load: () => Promise<{ command: Command }>]> = {
  demo: ['everything, with the sample site; prints the address', () => import('./demo.ts')],
  dev: ['like demo, with hot reload', () => import('./dev.ts')],
  test: ['what the gate runs', () => import('./test.ts')],
  serve: ['a server process, set up by environment variables (docs/operate.md)', () => import('./serve.ts')],
  bench: ['figures against peers', () => import('./bench.ts')],
  check: ['HTML files judged as pages are, without the application', () => import('./check.ts')],
  prep: ['pictures prepared without the application', () => import('./prep.ts')],
  tidy: ['files in the store that nothing needs any more, found and removed', () => import('./tidy.ts')],
  unpack: ['embed code on standard input → JSON on standard output', () => import('./unpack.ts')],
};

const program = new Command('placard')
  .description('Pictures, films and embeds for web pages, with their labels on.')
  .showHelpAfterError('(--help says more)');
const asked = process.argv.slice(2).find((word) => !word.startsWith('-'));
const wanted = asked === 'help' ? process.argv[3] : asked;
for (const [name, [says, load]] of Object.entries(COMMANDS))
  program.addCommand((name === wanted ? (await load()).command : new Command(name)).description(says));

try {
  await program.parseAsync();
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
}
