/** `npm run bench`: installs what is missing, builds, and measures. `--quick` takes fewer rounds. */
import { build, installChromium, installPackages, tool } from './prepare.mjs';

installPackages();
installChromium();
build();
tool('tsx', ['benchmarksmarks/run.ts', ...process.argv.slice(2)]);
