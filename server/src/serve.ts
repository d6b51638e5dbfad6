/** Serves the built studio with the example scenes. PORT chooses the port. */
import { fileURLToPath } from 'node:url';
import { createApp } from './app';

const port = Number(process.env.PORT ?? 4173);
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const server = createApp({
  studio: at('../../studio/dist'),
  scenes: at('../../demo/scenes'),
}).listen(port, (error) => {
  if (!error) return console.log(`\n  Ignis is at http://localhost:${port}\n`);
  const { code } = error as NodeJS.ErrnoException;
  console.error(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Choose another: PORT=${port + 1} npm run demo`
      : `The server could not start: ${error.message}`,
  );
  process.exitCode = 1;
});
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => server.close(() => process.exit(0)));
