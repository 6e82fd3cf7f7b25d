import { Command, InvalidArgumentError, Option } from 'commander';
import { needPrograms } from './debian.ts';
import { exitingWith } from './exit.ts';
import { openHouse } from './house.ts';
import { anyPort, isFree } from './ports.ts';
import { say } from './say.ts';
import { builtWeb } from './serve.ts';

/** Where a house is opened. */
export interface Place {
  port?: number;
  data: string;
}

function asPort(text: string): number {
  const port = Number(text);
  if (!(Number.isInteger(port) && port > 0 && port < 65_536))
    throw new InvalidArgumentError('It is a whole number from 1 to 65535.');
  return port;
}

/** The options that say where a house is opened. */
export const placeOptions = (): Option[] => [
  new Option('--port <number>', 'where to listen; 4600 or any other where it is left out').argParser(asPort),
  new Option('--data <folder>', 'where the database and the files lie').default('.placard'),
];

/** The wished port; the usual one or any other where none was wished. Throws when the wished one is taken. */
export async function choosePort(wished: number | undefined): Promise<number> {
  if (wished !== undefined) {
    if (await isFree(wished)) return wished;
    throw new Error(`Port ${wished} is in use. Choose another with --port, or leave it out.`);
  }
  if (await isFree(4600)) return 4600;
  const port = await anyPort();
  say(`Port 4600 is in use; ${port} is taken instead.`);
  return port;
}

/** Waits for Ctrl-C, or for one of the house's programs to end by itself. */
export async function untilAsked(broken: Promise<string>): Promise<string | undefined> {
  const asked = new Promise<undefined>((resolve) => {
    process.once('SIGINT', () => resolve(undefined));
    process.once('SIGTERM', () => resolve(undefined));
  });
  return Promise.race([asked, broken]);
}

async function run({ port: wished, data }: Place): Promise<number> {
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo');
  const port = await choosePort(wished);
  const web = builtWeb();
  const house = await openHouse({
    data,
    port,
    web,
    seed: true,
    logLevel: process.env['LOG_LEVEL'] ?? 'warn',
  });
  say('Ready. Ctrl-C stops everything.');
  process.stdout.write(`\n  Placard is at ${house.address}\n\n`);
  const broken = await untilAsked(house.broken);
  say(broken === undefined ? 'Stopping …' : `A part ended by itself (${broken}); stopping the rest.`);
  await house.close();
  return broken === undefined ? 0 : 1;
}

/** `placard demo`: the whole house with the sample site. */
export const command = new Command('demo').action(exitingWith(run));
for (const option of placeOptions()) command.addOption(option);
