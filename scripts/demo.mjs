/** `npm run demo`: installs what is missing, builds, and serves the app with the demo scenes. */
import { build, installPackages, tool } from './prepare.mjs';

installPackages();
build();
tool('tsx', ['server/src/serve.ts']);
