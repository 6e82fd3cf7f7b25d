import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Command } from 'commander';
import { exitingWith } from './exit.ts';
import { say } from './say.ts';

const WEB = fileURLToPath(new URL('../web/dist', import.meta.url));
const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Builds the web application where its build is older than its sources; answers its folder. */
export function builtWeb(): string {
  const stamp = `${WEB}/.built-from`;
  const sources = spawnSync(
    'sh',
    [
      '-c',
      'find web core -path "*/node_modules" -prune -o -path "web/dist" -prune -o -type f -print0 | LC_ALL=C sort -z | xargs -0 cksum | cksum; cksum <package-lock.json',
    ],
    {
      cwd: ROOT,
      encoding: 'utf8',
    },
  ).stdout;
  const check = spawnSync('cat', [stamp], { encoding: 'utf8' });
  if (existsSync(`${WEB}/index.html`) && check.stdout === sources) return WEB;
  say('Building the interface …');
  const built = spawnSync('npm', ['run', '-s', 'build', '-w', 'web'], { cwd: ROOT, encoding: 'utf8' });
  if (built.status !== 0)
    throw new Error(`The interface could not be built:\n${built.stdout}\n${built.stderr}`);
  spawnSync('sh', ['-c', `cat > "${stamp}"`], { input: sources });
  return WEB;
}

async function run(): Promise<number> {
  // The demo's doors stay shut here, whatever the environment says.
  delete process.env['PLACARD_DEMO'];
  process.env['PLACARD_WEB'] ??= builtWeb();
  await import('../server/main.ts');
  return 0;
}

/** `placard serve`: one server process in this very program, set up by the environment. */
export const command = new Command('serve').action(exitingWith(run));
