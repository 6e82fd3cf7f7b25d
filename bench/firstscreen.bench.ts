import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import type { Figure } from '@placard/launcher/bench';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const ASSETS = join(ROOT, 'web/dist/assets');
const BUDGET = 250_000;

/** JavaScript of the first screen after sign-in (Gather), gzipped, against its budget of 250 kB. */
export async function bench(): Promise<Figure[]> {
  spawnSync('npm', ['run', '-s', 'build', '-w', 'web'], { cwd: ROOT });
  const files = new Set(readdirSync(ASSETS).filter((file) => file.endsWith('.js')));
  const loaded = new Set<string>();
  const waiting = [...files].filter((file) => file.startsWith('index-') || file.startsWith('gather-'));
  for (let file = waiting.pop(); file; file = waiting.pop()) {
    if (loaded.has(file)) continue;
    loaded.add(file);
    const source = readFileSync(join(ASSETS, file), 'utf8');
    // Static imports only: what `import()` names is loaded when a screen is opened.
    for (const [, name] of source.matchAll(/(?:from|import)\s*["']\.\/([\w-]+\.js)["']/g))
      if (name && files.has(name)) waiting.push(name);
  }
  const bytes = [...loaded].reduce((sum, file) => sum + gzipSync(readFileSync(join(ASSETS, file))).length, 0);
  return [
    {
      says: 'JavaScript of the first screen ÷ 250 kB',
      ratio: bytes / BUDGET,
      wanted: '≤ 1',
      detail: `${(bytes / 1000).toFixed(0)} kB gzipped in ${loaded.size} files; the editor is ${loaded.has([...files].find((file) => file.startsWith('place-')) ?? '') ? 'in it' : 'not in it'}`,
    },
  ];
}
