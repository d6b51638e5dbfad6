/** An export of 8192 × 8192 by the command: its memory at most, and its time. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { corner, smooth } from '../core/geometry/path';
import { newFill, newGrade, newLine, newScene, newStep } from '../core/scene/model/make';
import { informative, within, type Row } from './table';

const SECTION = 'Large';
const SIDE = 8192;

export function large(): Row[] {
  const folder = mkdtempSync(join(tmpdir(), 'ignis-large-'));
  const scene = newScene('Large', SIDE, SIDE, '#0b0d12');
  for (let i = 0; i < 8; i++) {
    const anchors = [
      corner(600, 900 * i),
      smooth(4000, 8000 - 700 * i, 1800, 300),
      corner(7800, 500),
    ];
    scene.layers.push(newLine(`Line ${i}`, { closed: false, anchors }, '#2fb8ff', 60));
  }
  scene.layers.push({ ...newFill('Air', '#203050'), blend: 'soft-light' });
  scene.layers.push(newGrade('Grade', [newStep('grade.gradient-map')]));
  writeFileSync(join(folder, 'scene.json'), JSON.stringify(scene));
  const command = fileURLToPath(new URL('../server/bin/ignis.mjs', import.meta.url));
  const report = `process.on('exit', () => process.stderr.write('PEAK ' + process.resourceUsage().maxRSS))`;
  const start = performance.now();
  const { stderr, status } = spawnSync(
    process.execPath,
    [
      '--import',
      `data:text/javascript,${encodeURIComponent(report)}`,
      command,
      ...['render', folder, join(folder, 'out.png')],
    ],
    { encoding: 'utf8' },
  );
  const took = (performance.now() - start) / 1000;
  rmSync(folder, { recursive: true });
  const peaks = [...stderr.matchAll(/PEAK (\d+)/g)].map((m) => Number(m[1]));
  if (status !== 0 || peaks.length === 0) throw new Error(stderr);
  const name = `exporting ${SIDE} × ${SIDE}, 10 layers, by the command`;
  return [
    within(SECTION, `${name}: memory at most`, Math.max(...peaks) / 2 ** 20, 'GB', 2),
    informative(SECTION, `${name}: time`, took, 's'),
  ];
}
