import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, symlinkSync, writeFileSync, cpSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));

it('the examples of CONTRIBUTING.md apply to the code as it is, and what comes of them compiles', () => {
  const text = readFileSync(join(root, 'CONTRIBUTING.md'), 'utf8');
  const examples = [...text.matchAll(/```diff\n([^]*?)```/g)].map((m) => m[1]!);
  expect(examples).toHaveLength(3);
  const copy = mkdtempSync(join(tmpdir(), 'ignis-examples-'));
  const skips = /(^|\/)(node_modules|dist|built)(\/|$)/;
  for (const part of ['core', 'studio', 'scripts', 'tsconfig.base.json', 'package.json'])
    cpSync(join(root, part), join(copy, part), {
      recursive: true,
      filter: (path) => !skips.test(path.slice(root.length)),
    });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  const run = (command: string, ...args: string[]) =>
    execFileSync(command, args, { cwd: copy, encoding: 'utf8' });
  for (const [i, example] of examples.entries()) {
    writeFileSync(join(copy, `${i}.diff`), example);
    run('git', 'apply', `${i}.diff`);
  }
  // The kernels, and one program of all that the examples touch and what that imports.
  run(process.execPath, 'scripts/kernels.mjs', '--fast');
  const program = {
    extends: './tsconfig.base.json',
    compilerOptions: {
      lib: ['ES2023', 'DOM', 'DOM.Iterable'],
      ...{ jsx: 'react-jsx', types: ['vite/client'] },
      paths: { '@ignis/core/*': ['./core/*'], linebreak: ['./core/text/linebreak.d.ts'] },
    },
    files: [
      'core/platform.d.ts',
      'core/steps/index.ts',
      'core/textures/index.ts',
      'studio/virtual-modules.d.ts',
      'studio/bench/modes/index.ts',
    ],
  };
  writeFileSync(join(copy, 'tsconfig.json'), JSON.stringify(program));
  run(process.execPath, join(root, 'node_modules/typescript-native/bin/tsc'), '-p', copy);
  // Compiling everything anew takes its time on a busy machine.
}, 600_000);
