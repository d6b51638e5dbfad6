/** `npm run bench`: installs what is missing, builds, and measures. `--quick` takes fewer rounds. */
import { installChromium, installPackages, tool } from './prepare.mjs';

installPackages();
installChromium();
tool('vite', ['build', 'studio', '--logLevel', 'warn']);
tool('tsx', ['bench/bench.ts', ...process.argv.slice(2)]);
