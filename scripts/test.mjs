/** `npm test`: installs what is missing, then types, lint, unit tests, build, end-to-end tests. */
import { installChromium, installPackages, run } from './prepare.mjs';

installPackages();
installChromium();
for (const script of ['types', 'lint', 'unit', 'build', 'e2e']) {
  console.log(`\n— ${script} —`);
  run('npm', ['run', '--silent', script]);
}
