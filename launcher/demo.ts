import { Command, InvalidArgumentError, Option } from 'commander';
import { needPrograms } from './debian.ts';
import { exitingWith } from './exit.ts';
import { openHouse, PORTS } from './house.ts';
import { freeRun, takenIn } from './ports.ts';
import { say } from './say.ts';
import { builtWeb } from './serve.ts';

/** Where a house is opened. */
export interface Place {
  port?: number;
  data: string;
}

function asPort(text: string): number {
  const port = Number(text);
  const most = 65_536 - PORTS;
  if (!(Number.isInteger(port) && port > 0 && port <= most))
    throw new InvalidArgumentError(`It is a whole number from 1 to ${most}, the first of ${PORTS} in a row.`);
  return port;
}

/** The options that say where a house is opened. */
export const placeOptions = (): Option[] => [
  new Option(
    '--port <number>',
    `the first of the ${PORTS} ports in a row it takes; 4600 or any other where it is left out`,
  ).argParser(asPort),
  new Option('--data <folder>', 'where the database and the files lie').default('.placard'),
];

/** The usual first port of a house. */
const USUAL = 4600;

/** The wished first port; the usual one or any other where none was wished. Throws when one that the house takes from there is in use. */
export async function choosePort(wished: number | undefined): Promise<number> {
  const first = wished ?? USUAL;
  const taken = await takenIn(first, PORTS);
  if (taken === undefined) return first;
  const says = `Port ${taken} is in use, and the house takes ${first} to ${first + PORTS - 1}`;
  if (wished !== undefined) throw new Error(`${says}. Choose others with --port, or leave it out.`);
  const port = await freeRun(PORTS);
  say(`${says}; it takes ${port} to ${port + PORTS - 1} instead.`);
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
  needPrograms('mariadbd', 'my_print_defaults', 'ffmpeg', 'pdfinfo', 'qpdf');
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
  process.stdout.write(`\n  Placard is at ${house.address}\n  (${house.ports})\n\n`);
  const broken = await untilAsked(house.broken);
  say(broken === undefined ? 'Stopping …' : `A part ended by itself (${broken}); stopping the rest.`);
  await house.close();
  return broken === undefined ? 0 : 1;
}

/** `placard demo`: the whole house with the sample site. */
export const command = new Command('demo').action(exitingWith(run));
for (const option of placeOptions()) command.addOption(option);
