/** `npm run bench`: installs what is missing, builds, and measures. `--quick` takes fewer rounds. */
import { build, installBrowser, installPackages, tool } from './prepare.mjs';

installPackages();
await installBrowser('chromium');
build();
tool('tsx', ['benchmarks/run.ts', ...process.argv.slice(2)]);
