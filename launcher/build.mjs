// Compiles what `./placard` runs into `build/now`: plain JavaScript, packages left where they are. Run by `placard` itself
// whenever a source is newer than the last build; what it is given is the file that says so. Knows nothing but Node and esbuild, since nothing is compiled yet.
import { build } from 'esbuild';
import { existsSync } from 'node:fs';
import { readFile, readdir, rename, rm, symlink, utimes, writeFile } from 'node:fs/promises';
import { basename, dirname, join, relative, resolve as absolute } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const BUILDS = join(ROOT, 'build');
const NOW = join(BUILDS, 'now');
const ROOMS = ['core', 'server', 'standins', 'demo', 'launcher'];

/** Programs and threads of ours are started by their files: each is compiled into one of its own. */
const STARTED = /new URL\('(\.[^']+)\.ts', import\.meta\.url\)/g;

/** Packages that are compiled in: hundreds of small files each, which would take longer to find than the tools take to work. */
const WITHIN =
  /^(parse5|saxes|xmlchars|entities|valibot|css-tree|drizzle-orm|better-auth|@better-auth|better-call|@better-fetch|zod|jose|nanostores|kysely|defu|rou3|set-cookie-parser|@noble|date-fns|@date-fns|strtok3|file-type|@tokenizer|token-types|uint8array-extras|@tus|srvx)(\/|$)/;

/** Other files (media, migrations, plain JavaScript) stay where they are, and are named from there. */
const files = {
  name: 'files',
  setup({ onLoad, onResolve, resolve }) {
    onResolve({ filter: /^@placard\// }, ({ path }) => {
      const [, room, ...rest] = path.split('/');
      const file = room === 'core' ? [...rest, 'index.ts'] : [`${rest.join('/')}.ts`];
      const whole = path === '@placard/core/contract/openapi' ? ['contract', 'openapi.ts'] : file;
      return { path: join(ROOT, room, ...whole) };
    });
    // Its own single file; its many read more files of data as they begin.
    onResolve({ filter: /^css-tree$/ }, () => ({
      path: join(ROOT, 'node_modules/css-tree/dist/csstree.esm.js'),
    }));
    // What only one room has lies with that room, where what is compiled would not look for it.
    onResolve({ filter: /^[^./]/ }, async ({ path, importer, resolveDir, kind, pluginData }) => {
      if (pluginData === 'found' || path.startsWith('node:') || WITHIN.test(path)) return undefined;
      const room = relative(ROOT, importer).split('/')[0];
      const name = path
        .split('/')
        .slice(0, path.startsWith('@') ? 2 : 1)
        .join('/');
      if (!existsSync(join(ROOT, room, 'node_modules', name))) return { path, external: true };
      const { path: file } = await resolve(path, { kind, resolveDir, importer, pluginData: 'found' });
      return { path: file, external: true };
    });
    onLoad({ filter: /\.ts$/ }, async ({ path }) => {
      const source = await readFile(path, 'utf8');
      const contents = source
        .replace(STARTED, (_, named) => {
          const compiled = join(NOW, relative(ROOT, absolute(dirname(path), `${named}.js`)));
          return `new URL(${JSON.stringify(pathToFileURL(compiled).href)})`;
        })
        .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href));
      return { contents, loader: 'ts' };
    });
  },
};

/** Every program and every thread: whatever some source starts by its file. */
async function entries() {
  const found = new Set(['launcher/main.ts']);
  for (const room of ROOMS) {
    for (const entry of await readdir(join(ROOT, room), { recursive: true, withFileTypes: true })) {
      const path = join(entry.parentPath, entry.name);
      if (!entry.isFile() || !/(?<!\.test)\.ts$/.test(entry.name) || path.includes('node_modules')) continue;
      for (const [, named] of (await readFile(path, 'utf8')).matchAll(STARTED))
        found.add(relative(ROOT, absolute(dirname(path), `${named}.ts`)));
    }
  }
  return [...found].filter((file) => !file.startsWith('server/testing'));
}

const begun = new Date();
const making = join(BUILDS, `at-${begun.getTime()}-${process.pid}`);
await build({
  absWorkingDir: ROOT,
  entryPoints: await entries(),
  outdir: making,
  outbase: ROOT,
  bundle: true,
  splitting: true,
  // As Node reads packages, not as bundlers do.
  conditions: ['node', 'import'],
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  logLevel: 'error',
  plugins: [files],
});
await writeFile(join(making, 'package.json'), '{ "type": "module" }\n');
// Its name says whose build it is; its time, from which sources on it is old.
const stamp = join(making, basename(process.argv[2] ?? 'stamp'));
await writeFile(stamp, '');
await utimes(stamp, begun, begun);
// In one step, whoever else builds or runs at this moment.
await symlink(basename(making), `${making}.link`);
await rename(`${making}.link`, NOW);
// Whoever runs the build before keeps it until they end.
const older = (await readdir(BUILDS))
  .filter((name) => /^at-\d+-\d+$/.test(name))
  .toSorted()
  .slice(0, -3);
for (const name of older) await rm(join(BUILDS, name), { recursive: true, force: true });
