/** Puts in place what a fresh machine lacks: packages, and for the tests a browser. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** The project's folder, without a slash at its end. */
export const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

/** Runs a command in the project's folder; ends the program with its code if it fails. */
export function run(command, args, env = {}) {
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (status !== 0) process.exit(status ?? 1);
}

/** Starts a command in the project's folder; gives its exit code when it ends. */
export const start = (command, args, env = {}) =>
  new Promise((done) =>
    spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } }).on(
      'exit',
      (code) => done(code ?? 1),
    ),
  );

/** Runs a program that a package brought. */
export const tool = (name, args, env) =>
  run(process.execPath, [`${root}/node_modules/.bin/${name}`, ...args], env);

/** Installs the packages of package-lock.json, unless they are there already. */
export function installPackages() {
  const lock = `${root}/package-lock.json`;
  const done = `${root}/node_modules/.package-lock.json`;
  if (existsSync(done) && statSync(done).mtimeMs >= statSync(lock).mtimeMs - 1000) return;
  console.log('Installing the packages…');
  run('npm', ['ci', '--no-audit', '--no-fund']);
}

/** Compiles the kernels and builds the studio. */
export function build() {
  run(process.execPath, ['scripts/kernels.mjs']);
  run(process.execPath, ['scripts/command.mjs']);
  tool('vite', ['build', 'studio', '--logLevel', 'warn']);
}

/** The browsers that Debian's packages bring: the whole one, for bench and pictures, and a light one, for the tests. */
const BROWSERS = {
  chromium: process.env.CHROMIUM ?? '/usr/bin/chromium',
  'chromium-headless-shell': process.env.CHROMIUM_SHELL ?? '/usr/bin/chromium-headless-shell',
};

/** Installs a browser from Debian’s packages, unless it is there already. */
export async function installBrowser(name) {
  if (existsSync(BROWSERS[name])) return;
  console.log('Installing Chromium from Debian’s packages…');
  const isRoot = process.getuid?.() === 0;
  for (const args of [
    ['update', '-q'],
    ['install', '-y', '-q', '--no-install-recommends', name],
  ]) {
    const command = [...(isRoot ? [] : ['sudo']), 'apt-get', ...args];
    const code = await start(command[0], command.slice(1), { DEBIAN_FRONTEND: 'noninteractive' });
    if (code !== 0) process.exit(code);
  }
}
