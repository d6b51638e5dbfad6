/**
 * Serves the built studio with the example scenes, to this machine alone: PORT chooses the port, HOST another address,
 * such as 0.0.0.0 for all of the network. STUDIO and SCENES are the folders of both, where they do not lie beside this one.
 */
import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createApp } from './app';
import { portOf, serverOf, stop } from './listen';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const fail = (message: string) => {
  console.error(message);
  process.exitCode = 1;
};

function serve(port: number, host: string): void {
  const app = createApp({
    studio: resolve(process.env.STUDIO ?? at('../../studio/dist')),
    scenes: resolve(process.env.SCENES ?? at('../../demo/scenes')),
  });
  const server = serverOf(app);
  server.on('error', ({ code, message }: NodeJS.ErrnoException) =>
    fail(
      code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Choose another: PORT=${port === 65_535 ? port - 1 : port + 1} npm run demo`
        : `The server could not start: ${message}`,
    ),
  );
  server.listen(port, host, () => console.log(`\n  Ignis is at http://localhost:${port}\n`));
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void stop(server).then(() => process.exit(0)));
}

try {
  serve(portOf(process.env.PORT, 4173), process.env.HOST ?? '127.0.0.1');
} catch (error) {
  fail((error as Error).message);
}
