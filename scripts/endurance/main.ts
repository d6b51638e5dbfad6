/** `npm run endurance -- kills 100` and `npm run endurance -- soak 20` (minutes): what a test is too short for. */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { kills } from './kills';
import { soak } from './soak';

const PORT = 4275;
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const [what, count] = process.argv.slice(2);
const server = spawn(
  process.execPath,
  [at('../../node_modules/.bin/tsx'), at('../../server/src/serve.ts')],
  { env: { ...process.env, PORT: String(PORT) } },
);
await new Promise<void>((ready) =>
  server.stdout.on('data', (text: Buffer) => String(text).includes('Ignis is at') && ready()),
);
const address = `http://localhost:${PORT}`;
try {
  if (what === 'kills') {
    const all = await kills(Number(count ?? 100), address);
    const lost = all.filter((k) => k.lost > 0);
    console.log(`${all.length} kills, ${lost.length} lost an edit`);
    console.log(`oldest edit lost: ${Math.max(0, ...all.map((k) => k.age))} ms`);
    console.log(`lost after it was called saved: ${all.filter((k) => k.liedAbout).length}`);
    process.exitCode = all.some((k) => k.liedAbout || k.age > 1000) ? 1 : 0;
  } else if (what === 'soak') await soak(Number(count ?? 20), address);
  else console.log('npm run endurance -- kills 100 | soak 20');
} finally {
  server.kill();
}
