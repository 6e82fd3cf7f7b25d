import { parseArgs } from 'node:util';
import { readConfiguration } from '@placard/server/configuration';
import { openDatabase } from '@placard/server/db/database';
import { openStore } from '@placard/server/store/store';
import { tidy } from '@placard/server/store/tidy';

/**
 * `placard tidy [--look]`: removes files in the store that no row speaks of, and uploads that nobody went on with;
 * only shows them with `--look`. Set up by the same environment as `placard serve`.
 */
export async function run(words: string[]): Promise<number> {
  const { values } = parseArgs({ args: words, options: { look: { type: 'boolean', default: false } } });
  const configuration = readConfiguration(process.env);
  const database = openDatabase(configuration.databaseUrl);
  try {
    const store = await openStore(configuration.store, configuration.secret, configuration.contentOrigin);
    const { files, bytes, uploads } = await tidy(database, store, configuration.uploads, {
      remove: !values.look,
    });
    for (const file of [...files, ...uploads]) process.stdout.write(`${file}\n`);
    process.stderr.write(
      `${files.length} files (${(bytes / 1e6).toFixed(1)} MB) and ${uploads.length} uploads that nothing needs${values.look ? '' : ', removed'}\n`,
    );
    return 0;
  } finally {
    await database.close();
  }
}
