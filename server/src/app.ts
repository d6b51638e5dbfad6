/** The web server: the built studio, and the example scenes. */
import { join } from 'node:path';
import compression from 'compression';
import express from 'express';
import { examples } from './examples';
import { policy } from './policy';

/** What the server serves: the folder of the built studio, and that of the example scenes. */
export interface Served {
  studio: string;
  scenes: string;
}

/**
 * The library that separates subjects from backgrounds writes functions of its own as it starts. It runs in a worker by
 * itself, which sees one picture and no page: that worker, and nothing else, may.
 */
const looserForCutter: express.RequestHandler = (request, response, next) => {
  const policy = response.getHeader('Content-Security-Policy');
  if (/^\/assets\/cutter\.worker-[\w-]+\.js$/.test(request.path) && typeof policy === 'string')
    response.setHeader(
      'Content-Security-Policy',
      policy.replace("'wasm-unsafe-eval'", "'wasm-unsafe-eval' 'unsafe-eval'"),
    );
  next();
};

/** An Express app that serves the studio, cross-origin isolated and under a strict policy. */
export function createApp({ studio, scenes }: Served): express.Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(policy);
  app.use(looserForCutter);
  // WebAssembly is large, and compressing it takes longer than sending it to the same machine.
  app.use(
    compression({
      filter: (request, response) =>
        !request.path.endsWith('.wasm') && compression.filter(request, response),
    }),
  );
  app.use('/examples', examples(scenes));
  // Built files carry a hash in their names.
  app.use(
    '/assets',
    express.static(join(studio, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(studio, { index: false, maxAge: 0 }));
  app.get('/{*path}', (request, response, next) => {
    if (/\.\w+$/.test(request.path)) return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(studio, 'index.html'));
  });
  app.use(
    (_request, response) =>
      void response.status(404).type('text').send('There is nothing at this address.'),
  );
  // Express knows a handler of errors by its four arguments.
  app.use(((error, _request, response, next) => {
    if (response.headersSent) return next(error);
    const status = (error as { status?: number }).status ?? 500;
    if (status >= 500) console.error(error);
    response
      .status(status)
      .type('text')
      .send(
        status >= 500 ? 'The server failed at this request.' : 'There is nothing at this address.',
      );
  }) as express.ErrorRequestHandler);
  return app;
}
