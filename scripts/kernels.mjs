/**
 * Compiles the kernels (core/kernels/assembly) to WebAssembly, three times: for one thread, for
 * threads that share memory, and with every read and write checked, for the tests. The results stand
 * as texts in core/kernels/built/, so that core needs no way of its own to load a file.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = new URL('..', import.meta.url);
const sources = new URL('core/kernels/assembly/', root);
const built = new URL('core/kernels/built/', root);
const outputs = { 'kernels.ts': ['PLAIN', 'SHARED'], 'checked.ts': ['CHECKED'] };

/** 2 GB: the most that buffers may take. */
const MOST_PAGES = 32768;

const builds = {
  PLAIN: [],
  SHARED: ['--enable', 'threads', '--sharedMemory'],
  CHECKED: [],
};

function isFresh() {
  try {
    const made = Math.min(...Object.keys(outputs).map((f) => statSync(new URL(f, built)).mtimeMs));
    const inputs = readdirSync(sources).map((f) => statSync(new URL(f, sources)).mtimeMs);
    return [...inputs, statSync(fileURLToPath(import.meta.url)).mtimeMs].every((t) => t < made);
  } catch {
    return false;
  }
}

async function compile(name, extra) {
  const { default: asc } = await import('assemblyscript/asc');
  const output = `core/kernels/built/${name.toLowerCase()}.wasm`;
  const files = new Map();
  const { error, stderr } = await asc.main(
    [
      'core/kernels/assembly/index.ts',
      '--outFile',
      output,
      ...['-O3', '--converge', '--noAssert', '--runtime', 'stub'],
      ...['--enable', 'simd', '--enable', 'bulk-memory'],
      ...['--importMemory', '--initialMemory', '1', '--maximumMemory', String(MOST_PAGES)],
      ...['--use', `CHECKED=${name === 'CHECKED' ? 1 : 0}`, '--use', 'abort='],
      ...extra,
    ],
    {
      readFile: (file) => {
        const path = new URL(file, root);
        return existsSync(path) ? readFileSync(path, 'utf8') : null;
      },
      writeFile: (file, contents) => void files.set(file, contents),
      listFiles: () => [],
    },
  );
  if (error) {
    console.error(stderr.toString());
    process.exit(1);
  }
  return `export const ${name} =\n  '${Buffer.from([...files.values()][0]).toString('base64')}';\n`;
}

/** Compiles what is missing or older than its sources. */
export default async function setup() {
  if (isFresh()) return;
  mkdirSync(built, { recursive: true });
  for (const [file, names] of Object.entries(outputs)) {
    const texts = [];
    for (const name of names) texts.push(await compile(name, builds[name]));
    writeFileSync(new URL(file, built), `/** Made by scripts/kernels.mjs. */\n${texts.join('')}`);
  }
  console.log('The kernels are compiled.');
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await setup();
