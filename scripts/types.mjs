/**
 * `npm run types`: checks the types of every part, by the compiler that is itself compiled; the one in JavaScript stays for
 * the linter.
 */
import { root, start } from './prepare.mjs';

for (const part of ['core', 'studio', 'server', 'tsconfig.tools.json']) {
  const code = await start('node', [
    'node_modules/typescript-native/bin/tsc',
    '-p',
    `${root}/${part}`,
  ]);
  if (code !== 0) process.exit(code);
}
