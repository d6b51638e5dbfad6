import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import type { Server } from 'node:http';
import { execFile } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import express from 'express';
import { afterEach, describe, expect, it } from 'vitest';
import { policy } from './policy';
import { portOf, serverOf, stop } from './listen';

const servers: Server[] = [];
/** A server that answers at `/`, and never at `/slow`; gives its port. */
async function listening(patience?: Parameters<typeof serverOf>[1]): Promise<number> {
  const app = express();
  app.use(policy);
  app.get('/', (_request, response) => void response.send('here'));
  app.get('/slow', () => undefined);
  const server = serverOf(app, patience);
  servers.push(server);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  return (server.address() as AddressInfo).port;
}
afterEach(async () => {
  await Promise.all(servers.splice(0).map((s) => stop(s, 0)));
});

/** Sends bytes, and gives all that comes until the server closes the connection. */
const said = (port: number, text: string) =>
  new Promise<string>((done, fail) => {
    let got = '';
    const socket = connect(port, '127.0.0.1', () => void (text && socket.write(text)));
    socket
      .on('data', (d) => (got += d.toString()))
      .on('error', fail)
      .on('close', () => done(got));
  });

describe('a port', () => {
  it('is what is set, or the usual one', () => {
    expect(portOf(undefined, 4173)).toBe(4173);
    expect(portOf('8080', 4173)).toBe(8080);
  });
  it.each(['abc', '', '0', '99999', '-1', '80.5', '1e3', ' 80'])('is refused: “%s”', (setting) => {
    expect(() => portOf(setting, 4173)).toThrow(`PORT is “${setting}”, which is no port.`);
  });
});

describe('the server', () => {
  it('answers what is no HTTP, and too long headers, under the same policy', async () => {
    const port = await listening();
    const own = await fetch(`http://127.0.0.1:${port}/`);
    for (const [sent, status] of [
      ['no http at all\r\n\r\n', 400],
      [`GET / HTTP/1.1\r\nHost: x\r\nX: ${'y'.repeat(70_000)}\r\n\r\n`, 431],
    ] as const) {
      const got = await said(port, sent);
      expect(got).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
      for (const name of ['content-security-policy', 'cross-origin-opener-policy'])
        expect(got.toLowerCase()).toContain(`${name}: ${own.headers.get(name)!.toLowerCase()}`);
    }
  });

  it('gives up who says nothing, or half of a request', async () => {
    const port = await listening({ headers: 200, request: 200 });
    for (const sent of ['', 'GET / HTTP/1.1\r\nHost'])
      expect(await said(port, sent)).toMatch(/^HTTP\/1.1 408 /);
    expect((await fetch(`http://127.0.0.1:${port}/`)).status).toBe(200);
  });

  it('stops though a connection is silent and an answer never comes', async () => {
    const port = await listening();
    const [silent, waiting] = [said(port, ''), said(port, 'GET /slow HTTP/1.1\r\nHost: x\r\n\r\n')];
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('here');
    await stop(servers.pop()!, 100);
    expect(await Promise.all([silent, waiting])).toEqual(['', '']);
  });

  it('says in words what is wrong with its port', async () => {
    const ran = await new Promise<{ code: unknown; error: string }>((done) =>
      execFile(
        process.execPath,
        [
          fileURLToPath(new URL('../../node_modules/tsx/dist/cli.mjs', import.meta.url)),
          fileURLToPath(new URL('./serve.ts', import.meta.url)),
        ],
        { env: { ...process.env, PORT: 'abc' } },
        (failed, _out, error) => done({ code: failed?.code, error }),
      ),
    );
    expect(ran.code).toBe(1);
    expect(ran.error.trim()).toBe(
      'PORT is “abc”, which is no port. Give a whole number from 1 to 65535, such as PORT=4173.',
    );
  });
});
