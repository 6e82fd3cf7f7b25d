import { spawnSync } from 'node:child_process';
import { accessSync, constants } from 'node:fs';
import { say } from './say.ts';

/** Debian packages by the program that shows they are there. */
const PACKAGES: Record<string, string> = {
  // The server's programs alone: the full package would start a system service.
  mariadbd: 'mariadb-server-core',
  my_print_defaults: 'mariadb-client-core',
  ffmpeg: 'ffmpeg',
  pdfinfo: 'poppler-utils',
  qpdf: 'qpdf',
  chromium: 'chromium',
  exiftool: 'libimage-exiftool-perl',
  mogrify: 'imagemagick',
  vipsthumbnail: 'libvips-tools',
};

/** The path of a program, looked for also where Debian keeps servers; undefined when it is not installed. */
export function whereIs(program: string): string | undefined {
  const folders = [...(process.env['PATH'] ?? '').split(':'), '/usr/sbin', '/usr/bin'];
  return folders
    .map((folder) => `${folder}/${program}`)
    .find((path) => {
      try {
        accessSync(path, constants.X_OK);
        return true;
      } catch {
        return false;
      }
    });
}

/**
 * Installs what is missing of Debian's packages, as root or with sudo.
 * Throws an Error with the exact command where neither is possible.
 */
export function needPrograms(...programs: string[]): void {
  const missing = programs
    .filter((program) => !whereIs(program))
    .map((program) => PACKAGES[program] ?? program);
  if (missing.length === 0) return;
  const install = ['apt-get', 'install', '-y', '--no-install-recommends', ...missing];
  const asRoot = process.getuid?.() === 0;
  const sudo = !asRoot && whereIs('sudo') && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!whereIs('apt-get') || (!asRoot && !sudo)) {
    throw new Error(`Some programs are missing. Install them with:\n  sudo ${install.join(' ')}`);
  }
  say(`Installing Debian packages: ${missing.join(', ')} …`);
  const prefix = asRoot ? [] : ['sudo'];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (words: string[]) => {
    const [command = '', ...rest] = [...prefix, ...words];
    return spawnSync(command, rest, { env, stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;
  };
  if (!run(install) && !(run(['apt-get', 'update', '-qq']) && run(install))) {
    throw new Error(`Debian’s packages could not be installed. Try:\n  ${[...prefix, ...install].join(' ')}`);
  }
}
