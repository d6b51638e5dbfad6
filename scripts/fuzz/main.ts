/** `npm run fuzz [-- --times 10000] [-- --only png]`: opens damaged files of every format, and prints what came of it. */
import { parseArgs } from 'node:util';
import { formats } from './formats';
import { fuzz } from './run';

const { values } = parseArgs({
  options: { times: { type: 'string' }, only: { type: 'string' }, from: { type: 'string' } },
});
const times = Number(values.times ?? 10_000);
let failed = false;
console.log('format   files  opened refused faults slowest ms  memory MB');
for (const format of await formats()) {
  if (values.only && values.only !== format.name) continue;
  const started = performance.now();
  const { opened, refused, faults, slowest, messages } = await fuzz(
    format,
    times,
    Number(values.from ?? 1),
  );
  const memory = Math.round(process.memoryUsage().rss / 1e6);
  const took = Math.round((performance.now() - started) / 1000);
  console.log(
    `${format.name.padEnd(8)} ${String(times).padStart(5)} ${String(opened).padStart(7)} ${String(refused).padStart(7)} ${String(faults.length).padStart(6)} ${slowest.toFixed(0).padStart(10)} ${String(memory).padStart(10)}   (${took} s)`,
  );
  for (const { seed, fault } of faults.slice(0, 8)) console.log(`  seed ${seed}: ${fault}`);
  if (values.only)
    for (const [message, n] of [...messages].sort((a, b) => b[1] - a[1]).slice(0, 40))
      console.log(`  ${String(n).padStart(6)} ${message.slice(0, 160)}`);
  failed ||= faults.length > 0;
}
process.exitCode = failed ? 1 : 0;
