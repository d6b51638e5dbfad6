/**
 * Compiles the kernels (core/kernels/assembly) to WebAssembly, three times side by side: for one thread, for
 * threads that share memory, and with every read and write checked, for the tests. The results stand
 * as texts in core/kernels/built/, so that core needs no way of its own to load a file. `--fast` leaves out all
 * optimising, to see whether they compile.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';

const root = new URL('..', import.meta.url);
const sources = new URL('core/kernels/assembly/', root);
const built = new URL('core/kernels/built/', root);
const outputs = { 'kernels.ts': ['PLAIN', 'SHARED'], 'checked.ts': ['CHECKED'] };
/** What each kernel takes, as types. */
const SIGNATURES = 'signatures.ts';

/** 2 GB: the most that buffers may take. */
const MAX_PAGES = 32768;

const isFast = process.argv.includes('--fast');
const SHIPPED = ['-O3', '--converge'];
const builds = {
  PLAIN: SHIPPED,
  SHARED: [...SHIPPED, '--enable', 'threads', '--sharedMemory'],
  CHECKED: ['-O3'],
};

function isFresh() {
  try {
    const files = [SIGNATURES, ...Object.keys(outputs)];
    const made = Math.min(...files.map((f) => statSync(new URL(f, built)).mtimeMs));
    const inputs = readdirSync(sources).map((f) => statSync(new URL(f, sources)).mtimeMs);
    return [...inputs, statSync(fileURLToPath(import.meta.url)).mtimeMs].every((t) => t < made);
  } catch {
    return false;
  }
}

async function compile(name, options) {
  const { default: asc } = await import('assemblyscript/asc');
  const output = `core/kernels/built/${name.toLowerCase()}.wasm`;
  const files = new Map();
  const { error, stderr } = await asc.main(
    [
      'core/kernels/assembly/index.ts',
      '--outFile',
      output,
      ...['--noAssert', '--runtime', 'stub'],
      ...['--enable', 'simd', '--enable', 'bulk-memory'],
      ...['--importMemory', '--initialMemory', '1', '--maximumMemory', String(MAX_PAGES)],
      ...['--use', `CHECKED=${name === 'CHECKED' ? 1 : 0}`, '--use', 'abort='],
      ...options.filter((o) => !isFast || !/^-O|--converge/.test(o)),
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
  if (error) throw new Error(stderr.toString());
  return `export const ${name} =\n  '${Buffer.from([...files.values()][0]).toString('base64')}';\n`;
}

/** The parameters of every exported function of the assembly, in order: name and type. */
function parametersOfKernels() {
  const found = new Map();
  for (const file of readdirSync(sources)) {
    const text = readFileSync(new URL(file, sources), 'utf8').replace(
      /\/\*[^]*?\*\/|\/\/.*$/gm,
      '',
    );
    for (const [, name, list] of text.matchAll(/export function (\w+)\(([^)]*)\)/g))
      found.set(
        name,
        list
          .split(',')
          .map((p) => p.trim())
          .filter(Boolean)
          .map((p) => p.split(/\s*:\s*/)),
      );
  }
  const index = readFileSync(new URL('index.ts', sources), 'utf8');
  const exported = [...index.matchAll(/export \{([^}]*)\}/g)].flatMap(([, names]) =>
    names.split(',').map((n) => n.trim()),
  );
  return exported
    .filter(Boolean)
    .sort()
    .map((name) => [name, found.get(name)]);
}

/**
 * The types of what kernels take, so that a wrong number of arguments, or an address in the place of a number, does
 * not compile. Those whose last two parameters are `from` and `to` work on rows, which threads may share.
 */
function signatures() {
  const typeOf = ([name, type]) =>
    type === 'usize' && name !== 'bytes' ? 'Address' : /stride$/i.test(name) ? 'Stride' : 'number';
  const isRows = (list) => list.at(-2)?.[0] === 'from' && list.at(-1)?.[0] === 'to';
  const all = parametersOfKernels();
  const entry = ([name, list]) =>
    `  ${name}: [${list.map((p) => `${p[0]}: ${typeOf(p)}`).join(', ')}];`;
  const rows = all.filter(([, list]) => isRows(list));
  return [
    '/** Made by scripts/kernels.mjs from core/kernels/assembly. */',
    "import type { Address, Stride } from '../arguments';",
    '',
    '/** What each kernel takes that works on rows, before the first row and the one after the last. */',
    'export interface RowArguments {',
    ...rows.map(([name, list]) => entry([name, list.slice(0, -2)])),
    '}',
    '',
    '/** What each of the others takes. */',
    'export interface OtherArguments {',
    ...all.filter(([, list]) => !isRows(list)).map(entry),
    '}',
    '',
    `export const ROW_KERNELS = ${JSON.stringify(rows.map(([name]) => name))} as const;`,
    '',
  ].join('\n');
}

/** Compiles one build in a thread of its own; gives the line of TypeScript that holds it. */
const compiled = (name) =>
  new Promise((done, fail) =>
    new Worker(new URL(import.meta.url), { workerData: name, argv: process.argv.slice(2) })
      .on('message', done)
      .on('error', fail),
  );

/** Compiles what is missing or older than its sources. */
export default async function setup() {
  if (isFresh()) return;
  mkdirSync(built, { recursive: true });
  await Promise.all(
    Object.entries(outputs).map(async ([file, names]) => {
      const texts = await Promise.all(names.map(compiled));
      writeFileSync(new URL(file, built), `/** Made by scripts/kernels.mjs. */\n${texts.join('')}`);
    }),
  );
  writeFileSync(new URL(SIGNATURES, built), signatures());
  console.log('The kernels are compiled.');
}

if (!isMainThread && workerData in builds)
  parentPort.postMessage(await compile(workerData, builds[workerData]));
else if (process.argv[1] === fileURLToPath(import.meta.url)) await setup();
