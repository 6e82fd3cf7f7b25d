import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import { attic } from './attic/server.ts';
import { commonfield } from './commonfield/server.ts';
import { corkrail } from './corkrail/server.ts';
import { flockline, flocklinePictures } from './flockline/server.ts';
import { hillshade } from './hillshade/server.ts';
import { quillmere } from './quillmere/server.ts';
import { lanternreel } from './lanternreel/server.ts';
import { sketchyard } from './sketchyard/server.ts';

// Each stand-in has a port of its own, as each service it plays has a host of its own.
const first = Number(process.env['STANDINS_PORT'] ?? 4610);

const listening: Server[] = [
  createServer((_request, response) => response.end('ok')).listen(first, '127.0.0.1'),
  lanternreel(first + 1).listen(first + 1, '127.0.0.1'),
  corkrail(first + 2).listen(first + 2, '127.0.0.1'),
  commonfield(first + 3).listen(first + 3, '127.0.0.1'),
  quillmere(first + 4).listen(first + 4, '127.0.0.1'),
  attic(first + 5, 'fernhollow-albums').listen(first + 5, '127.0.0.1'),
  sketchyard(first + 6).listen(first + 6, '127.0.0.1'),
  hillshade(first + 7).listen(first + 7, '127.0.0.1'),
  flockline(first + 8).listen(first + 8, '127.0.0.1'),
  flocklinePictures().listen(first + 9, '127.0.0.1'),
];
await Promise.all(listening.map((server) => server.listening || once(server, 'listening')));
// Whoever started them knows that it is these that answer, not others that were there before.
process.send?.('ready');

process.once('SIGTERM', () => process.exit(0));
