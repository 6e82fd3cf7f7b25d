import { mkdtemp, readFile } from 'node:fs/promises';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createTcpServer, type AddressInfo, type Server as TcpServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { gzipSync } from 'node:zlib';
import { afterEach, describe, expect, it } from 'vitest';
import { Outbound } from './outbound.ts';

const open: Server[] = [];
const raw: TcpServer[] = [];
afterEach(() => {
  for (const server of raw.splice(0)) server.close();
  for (const server of open.splice(0)) {
    server.closeAllConnections();
    server.close();
  }
});

async function host(answer: RequestListener): Promise<string> {
  const server = createServer(answer);
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

const limits = { mostBytes: 1000, within: 3000 };

describe('fetching from outside', () => {
  it('reads a text in the character set it says', async () => {
    const address = await host((_request, response) =>
      response
        .writeHead(200, { 'content-type': 'text/html; charset=iso-8859-1' })
        .end(Buffer.from('caf\xe9', 'latin1')),
    );
    expect((await new Outbound([address]).text(address, limits)).text).toBe('café');
  });

  it('asks nothing of a private host that is not trusted, even when a trusted one leads there', async () => {
    let asked = 0;
    const inner = await host((_request, response) => {
      asked++;
      response.end('secret');
    });
    const outer = await host((_request, response) => response.writeHead(302, { location: inner }).end());
    await expect(new Outbound([outer]).text(outer, limits)).rejects.toThrow(/Port|private network/);
    expect(asked).toBe(0);
  });

  it('refuses a host whose name leads to this machine', async () => {
    await expect(new Outbound([]).text('http://localhost/', limits)).rejects.toThrow(/private network/);
  });

  it.each([
    [
      'ten thousand redirects',
      ((request, response) =>
        response
          .writeHead(302, { location: `/${Number(request.url?.slice(1)) + 1}` })
          .end()) satisfies RequestListener,
      /leads on more than 5 times/,
    ],
    [
      'a redirect to a file',
      ((_request, response) =>
        response.writeHead(301, { location: 'file:///etc/passwd' }).end()) satisfies RequestListener,
      /begins with file:/,
    ],
    [
      'an announced size beyond the limit',
      ((_request, response) =>
        response.writeHead(200, { 'content-length': 5_000_000 }).end()) satisfies RequestListener,
      /larger than/,
    ],
    [
      'an endless body',
      ((_request, response) => {
        const more = () => response.write('x'.repeat(400)) && setTimeout(more, 1);
        more();
      }) satisfies RequestListener,
      /larger than/,
    ],
    [
      'a body that comes a byte at a time',
      ((_request, response) => {
        setInterval(() => response.write('x'), 200).unref();
      }) satisfies RequestListener,
      /longer than 1 seconds/,
    ],
    [
      'a compressed body that was not asked for',
      ((_request, response) =>
        response
          .writeHead(200, { 'content-encoding': 'gzip' })
          .end(gzipSync(Buffer.alloc(900)))) satisfies RequestListener,
      /compressed/,
    ],
    [
      'an answer that there is nothing',
      ((_request, response) => response.writeHead(404).end()) satisfies RequestListener,
      /answered 404: there is nothing/,
    ],
  ])('refuses %s', async (_what, answer, says) => {
    const address = await host(answer);
    const outbound = new Outbound([address]);
    await expect(outbound.text(`${address}/0`, { mostBytes: 1000, within: 1000 })).rejects.toThrow(says);
  });

  /** A host that answers a connection with these very bytes, and then does no more. */
  const rawHost = async (bytes: string, close = false) => {
    const server = createTcpServer((socket) => {
      socket.on('error', () => {});
      socket.once('data', () => (close ? socket.end(bytes) : socket.write(bytes)));
    });
    raw.push(server);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  };
  it.each<[string, string, boolean, RegExp]>([
    [
      'changes to another protocol',
      'HTTP/1.1 101 Switching Protocols\r\nupgrade: x\r\nconnection: upgrade\r\n\r\n',
      false,
      /another protocol/,
    ],
    [
      'goes on announcing',
      'HTTP/1.1 103 Early Hints\r\n\r\n'.repeat(50),
      false,
      /longer than 1 seconds|fell silent/,
    ],
    ['hangs up without an answer', '', true, /could not be reached|without an answer/],
    [
      'hangs up in its headers',
      'HTTP/1.1 200 OK\r\ncontent-le',
      true,
      /could not be reached|without an answer/,
    ],
    [
      'hangs up in its body',
      'HTTP/1.1 200 OK\r\ncontent-length: 500\r\n\r\nabc',
      true,
      /stopped in the middle/,
    ],
    ['says nothing at all', '', false, /longer than 1 seconds/],
    ['is no web server', 'SSH-2.0-x\r\n', false, /could not be reached/],
  ])('gives up a host that %s', async (_what, bytes, close, says) => {
    const address = await rawHost(bytes, close);
    const outbound = new Outbound([address]);
    await expect(outbound.text(address, { mostBytes: 1000, within: 1000 })).rejects.toThrow(says);
    await expect(
      outbound.download(
        address,
        join(tmpdir(), `placard-raw-${process.pid}`),
        { mostBytes: 1000, within: 1000 },
        () => {},
      ),
    ).rejects.toThrow();
    const body = Readable.from(['x']);
    const sent = { method: 'POST', type: 'text/plain', bytes: 1, body } as const;
    await expect(outbound.send(address, sent, { mostBytes: 1000, within: 1000 })).rejects.toThrow();
  });

  it('says that a dead host is dead', async () => {
    const address = await host((_request, response) => response.end());
    open.at(-1)?.close();
    open.at(-1)?.closeAllConnections();
    await expect(new Outbound([address]).text(address, limits)).rejects.toThrow(/could not be reached/);
  });

  it('downloads into a file and tells how far it is', async () => {
    const body = Buffer.alloc(800, 'a');
    const address = await host((_request, response) =>
      response.writeHead(200, { 'content-length': body.length }).end(body),
    );
    const path = join(await mkdtemp(join(tmpdir(), 'placard-outbound-')), 'file');
    const told: [number, number | null][] = [];
    await new Outbound([address]).download(address, path, limits, (...how) => told.push(how));
    expect(told.at(-1)).toEqual([800, 800]);
    expect(await readFile(path)).toEqual(body);
  });

  it('stops at once when it is not wanted any more', async () => {
    const address = await host((_request, response) => void response.write('x'));
    const given = new AbortController();
    setTimeout(() => given.abort(), 50);
    const endless = { ...limits, within: 2_000_000_000 };
    const asked = new Outbound([address]).bytes(address, { ...endless, signal: given.signal });
    // It has not waited for the host to fall silent.
    await expect(asked).rejects.not.toThrow(/silent/);
    expect(given.signal.aborted).toBe(true);
  });
});
