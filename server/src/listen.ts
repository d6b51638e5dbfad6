/** How the server is reached: on which port, by whom, and how long it waits for anybody. */
import { createServer, IncomingMessage, ServerResponse, type Server } from 'node:http';
import type { Socket } from 'node:net';
import type { Express } from 'express';
import { policy } from './policy';

/** How long the server waits, ms. */
interface Patience {
  /** For the headers of a request, and for the whole of it. */
  headers: number;
  request: number;
  /** For the next request on a connection that is open. */
  idle: number;
  /** For answers under way once it was asked to stop. */
  stop: number;
}
const PATIENCE: Patience = { headers: 10_000, request: 30_000, idle: 5000, stop: 3000 };

/** The largest port there is. */
const MAX_PORT = 65_535;

/** The port that a setting names, or another where there is none. Throws an Error in plain words if it names none. */
export function portOf(setting: string | undefined, otherwise: number): number {
  if (setting === undefined) return otherwise;
  const port = Number(setting);
  if (!/^\d+$/.test(setting) || port < 1 || port > MAX_PORT)
    throw new Error(
      `PORT is “${setting}”, which is no port. Give a whole number from 1 to ${MAX_PORT}, such as PORT=${otherwise}.`,
    );
  return port;
}

/**
 * A server of an app that gives up who is slow or silent, and answers what is no HTTP under the same policy as all else. It does
 * not listen yet.
 */
export function serverOf(app: Express, patience: Partial<Patience> = {}): Server {
  const { headers, request, idle } = { ...PATIENCE, ...patience };
  const server = createServer(
    {
      headersTimeout: headers,
      requestTimeout: Math.max(headers, request),
      keepAliveTimeout: idle,
      connectionsCheckingInterval: Math.min(1000, headers),
    },
    app,
  );
  server.on('clientError', refuse);
  return server;
}

/** What is said to those who do not speak HTTP, by the code of Node's parser. */
const REFUSALS: Readonly<Record<string, [status: number, text: string]>> = {
  HPE_HEADER_OVERFLOW: [431, 'The headers of this request are too long.'],
  ERR_HTTP_REQUEST_TIMEOUT: [408, 'This request took too long.'],
};

function refuse(error: NodeJS.ErrnoException, socket: Socket): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const [status, text] = REFUSALS[error.code ?? ''] ?? [400, 'This is no HTTP request.'];
  const response = new ServerResponse(new IncomingMessage(socket));
  response.shouldKeepAlive = false;
  response.assignSocket(socket);
  response.on('finish', () => socket.end());
  policy(response.req, response, () =>
    response.writeHead(status, { 'Content-Type': 'text/plain; charset=utf-8' }).end(text),
  );
}

/** Stops a server: no new requests; answers under way have a moment to end. Resolves when all connections are closed. */
export async function stop(server: Server, moment = PATIENCE.stop): Promise<void> {
  const closed = new Promise((done) => server.close(done));
  const timer = setTimeout(() => server.closeAllConnections(), moment);
  server.closeIdleConnections();
  await closed;
  clearTimeout(timer);
}
