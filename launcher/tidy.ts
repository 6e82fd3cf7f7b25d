import { Command } from 'commander';
import { inBytes } from '@placard/core/text';
import { readConfiguration } from '@placard/server/configuration';
import { openDatabase } from '@placard/server/db/database';
import { openStore } from '@placard/server/store/store';
import { tidy } from '@placard/server/store/tidy';
import { exitingWith } from './exit.ts';

async function run({ look = false }: { look?: boolean }): Promise<number> {
  const configuration = readConfiguration(process.env);
  const database = openDatabase(configuration.databaseUrl);
  try {
    const store = await openStore(configuration.store, configuration.secret, configuration.contentOrigin);
    const { files, bytes, uploads } = await tidy(database, store, configuration.uploads, {
      remove: !look,
    });
    for (const file of [...files, ...uploads]) process.stdout.write(`${file}\n`);
    process.stderr.write(
      `${files.length} files (${inBytes(bytes)}) and ${uploads.length} uploads that nothing needs${look ? '' : ', removed'}\n`,
    );
    return 0;
  } finally {
    await database.close();
  }
}

/**
 * `placard tidy [--look]`: removes files in the store that no row speaks of, and uploads that nobody went on with;
 * only shows them with `--look`. Set up by the same environment as `placard serve`.
 */
export const command = new Command('tidy')
  .option('--look', 'only show them')
  .addHelpText('after', '\nSet up by the same environment as placard serve.')
  .action(exitingWith(run));
