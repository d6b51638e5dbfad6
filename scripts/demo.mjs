/** `npm run demo`: installs what is missing, builds, and serves the app with the demo scenes. */
import { installPackages, tool } from './prepare.mjs';

installPackages();
tool('vite', ['build', 'studio', '--logLevel', 'warn']);
tool('tsx', ['server/src/serve.ts']);
