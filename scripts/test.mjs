/**
 * `npm test`: installs what is missing, then types and lint side by side, unit tests, build, end-to-end tests. Ends with
 * the time that each part took, and the ten slowest tests.
 */
import { mkdirSync, readFileSync } from 'node:fs';
import { installBrowser, installPackages, root, start } from './prepare.mjs';

installPackages();
const browser = installBrowser('chromium-headless-shell');

// Apart from `test-results`, which Playwright empties when it starts.
const REPORTS = 'test-reports';
mkdirSync(`${root}/${REPORTS}`, { recursive: true });
const times = [];

/** Runs scripts of package.json at the same time; ends the program with the code of the first that fails. */
async function part(scripts, args = [], env = {}) {
  console.log(`\n— ${scripts.join(', ')} —`);
  const from = Date.now();
  const codes = await Promise.all(
    scripts.map((script) => start('npm', ['run', '--silent', script, '--', ...args], env)),
  );
  times.push([scripts.join(', '), (Date.now() - from) / 1000]);
  const failed = codes.find((code) => code !== 0);
  if (failed !== undefined) process.exit(failed);
}

await Promise.all([browser, part(['kernels'])]);
await part(['types', 'lint']);
await part(
  ['unit'],
  ['--reporter=default', '--reporter=json', `--outputFile.json=${REPORTS}/unit.json`],
);
await part(['build']);
await part(['e2e'], ['--reporter=list,json'], {
  PLAYWRIGHT_JSON_OUTPUT_NAME: `${root}/${REPORTS}/e2e.json`,
});

const read = (name) => JSON.parse(readFileSync(`${root}/${REPORTS}/${name}.json`, 'utf8'));
const unit = read('unit').testResults.flatMap(({ name, assertionResults }) =>
  assertionResults.map((t) => [name.slice(root.length), t.title, (t.duration ?? 0) / 1000]),
);
const inSuite = (suite, file) => [
  ...(suite.specs ?? []).map((s) => [
    file,
    s.title,
    s.tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration, 0) / 1000,
  ]),
  ...(suite.suites ?? []).flatMap((inner) => inSuite(inner, file)),
];
const e2e = read('e2e').suites.flatMap((suite) => inSuite(suite, `e2e/${suite.file}`));

console.log('\nParts:');
for (const [name, seconds] of times) console.log(`${seconds.toFixed(0).padStart(6)} s  ${name}`);
console.log('The ten slowest tests:');
for (const [file, title, seconds] of [...unit, ...e2e].sort((a, b) => b[2] - a[2]).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(6)} s  ${file}: ${title}`);
