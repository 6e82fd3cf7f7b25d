import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ROOT } from './testpart.ts';

/** Which end-to-end tests drive what lies in a folder, or a file, of ours; the narrowest that is named counts. */
export const DRIVEN: Readonly<Record<string, readonly string[]>> = {
  'core/alt': ['label'],
  'core/captions': ['captions'],
  'core/colour': ['holdings'],
  'core/contrast': ['settings'],
  'core/credit': ['label', 'line'],
  'core/destination': ['line', 'settings'],
  'core/embed': ['embeds', 'hostile'],
  'core/film': ['films', 'filmprep'],
  'core/foreign': ['gather'],
  'core/geometry': ['prep', 'sizes'],
  'core/licence': ['label'],
  'core/markup': ['line', 'sizes'],
  'core/naming': ['holdings', 'prep'],
  'core/page': ['writing', 'settings', 'line', 'sizes', 'weight'],
  'core/prep': ['prep'],
  'core/proof': ['line', 'weight'],
  'core/reading': ['words', 'hostile', 'writtenagain'],
  'core/spreadsheet': ['label'],
  'server/destinations': ['line', 'settings'],
  'server/documents': ['line'],
  'server/embeds': ['embeds'],
  'server/film': ['films', 'filmprep'],
  'server/holdings': ['holdings', 'finding', 'arrivals'],
  'server/hosts': ['embeds'],
  'server/labels': ['label'],
  'server/licence': ['label'],
  'server/outside': ['embeds'],
  'server/pages': ['writing', 'windows', 'pages', 'standing'],
  'server/people': ['screens'],
  'server/prep': ['prep'],
  'server/search': ['finding', 'holdings'],
  'server/sections': ['holdings'],
  'server/site': ['screens', 'holdings'],
  standins: ['gather', 'embeds', 'films'],
  demo: ['line', 'screens'],
  'web/captions': ['captions'],
  'web/embed': ['embeds', 'hostile'],
  'web/gather': ['gather', 'arrivals'],
  'web/handoff': ['line'],
  'web/holdings': ['holdings', 'finding'],
  'web/hosts': ['embeds'],
  'web/kit': ['screens', 'bykey', 'returning', 'twice'],
  'web/label': ['label'],
  'web/pages': ['pages', 'finding'],
  'web/placard': ['label', 'holdings'],
  'web/place': ['writing', 'words', 'leading', 'windows', 'writtenagain', 'caret'],
  'web/place/copies': ['copies', 'standing'],
  'web/place/own': ['ownfacts'],
  'web/place/settings': ['settings', 'settingsbytouch'],
  'web/place/versions': ['writtenagain'],
  'web/prep': ['prep', 'filmprep'],
  'web/proof': ['line', 'narrow'],
  'web/shell': ['screens', 'returning', 'inhand'],
};

/** What is to be tested after a change: files of unit tests, and of end-to-end tests, by their paths in the repository. */
export interface Touched {
  unit: string[];
  e2e: string[];
}

/**
 * What a change since a commit touches: unit tests by their imports and, of what is run as a process of its own, those that
 * lie beside it; end-to-end tests by the screens that they drive. Throws where there is no such commit.
 */
export function touchedSince(commit: string): Touched {
  const changed = lines('git', ['diff', '--name-only', '--relative', commit, '--']).concat(
    lines('git', ['ls-files', '--others', '--exclude-standard']),
  );
  const listed = lines('node_modules/.bin/vitest', ['list', '--filesOnly', '--json', '--changed', commit]);
  const imported = (JSON.parse(listed.join('') || '[]') as { file: string }[]).map(({ file }) =>
    relative(ROOT, file),
  );
  const unit = new Set(
    [...imported, ...changed.flatMap(besides)].filter((file) => /\.test\.tsx?$/.test(file)),
  );
  const e2e = new Set(changed.flatMap(drivenBy).filter((file) => existsSync(join(ROOT, file))));
  return { unit: [...unit].toSorted(), e2e: [...e2e].toSorted() };
}

/** The tests of the server that a file of it concerns: in its folder, and the one with the folder's name. */
function besides(file: string): string[] {
  const [room, folder] = file.split('/');
  if (room !== 'server' || !folder) return [];
  const own = folder.endsWith('.ts') ? [] : [`server/${folder}.test.ts`];
  const within =
    own.length === 0
      ? []
      : readdirSync(join(ROOT, 'server', folder)).map((name) => `server/${folder}/${name}`);
  return [...own, ...within].filter((name) => name.endsWith('.test.ts') && existsSync(join(ROOT, name)));
}

/** The end-to-end tests that drive what a file is part of. */
export function drivenBy(file: string): string[] {
  if (/^e2e\/.*\.e2e\.ts$/.test(file)) return [file];
  const parts = file.split('/');
  for (let length = parts.length; length > 0; length--) {
    const driven = DRIVEN[parts.slice(0, length).join('/')];
    if (driven) return driven.map((name) => `e2e/${name}.e2e.ts`);
  }
  return [];
}

function lines(program: string, args: string[]): string[] {
  const { status, stdout, stderr } = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr || `${program} ${args.join(' ')} failed.`);
  return stdout.split('\n').filter(Boolean);
}
