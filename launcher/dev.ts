import { fileURLToPath } from 'node:url';
import { Command } from 'commander';
import { needPrograms } from './debian.ts';
import { choosePort, placeOptions, untilAsked, type Place } from './demo.ts';
import { exitingWith } from './exit.ts';
import { openHouse, serverPortOf } from './house.ts';
import { start, untilHealthy } from './processes.ts';
import { say } from './say.ts';

async function run({ port: wished, data }: Place): Promise<number> {
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo', 'qpdf');
  const port = await choosePort(wished);
  const origin = `http://localhost:${port}`;
  const house = await openHouse({
    data,
    port,
    origin,
    web: '',
    seed: true,
    watch: true,
    logLevel: 'info',
  });
  const web = fileURLToPath(new URL('../web', import.meta.url));
  const vite = start(
    fileURLToPath(new URL('../node_modules/.bin/vite', import.meta.url)),
    ['--port', String(port)],
    {
      cwd: web,
      env: { ...process.env, PLACARD_SERVER: `http://127.0.0.1:${serverPortOf({ port, origin })}` },
    },
  );
  await untilHealthy(`${origin}/`, vite);
  process.stdout.write(`\n  Placard is at ${origin}, and changes as you write.\n\n`);
  const broken = await untilAsked(house.broken);
  say('Stopping …');
  await vite.stop();
  await house.close();
  return broken === undefined ? 0 : 1;
}

/** `placard dev`: the demo with the interface served hot; the server starts anew when its code changes. */
export const command = new Command('dev').action(exitingWith(run));
for (const option of placeOptions()) command.addOption(option);
