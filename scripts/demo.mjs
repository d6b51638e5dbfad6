/** `npm run demo`: installs what is missing, builds, and serves the app with the demo scenes. */
import { build, installPackages, run } from './prepare.mjs';

/** What is done, and how far that is. */
const part = (number, what) => console.log(`${number} of 3  ${what}`);

part(1, 'Packages');
installPackages();
part(2, 'Building the app (about half a minute)');
build();
part(3, 'Serving it');
run(process.execPath, ['server/dist/serve.js']);
