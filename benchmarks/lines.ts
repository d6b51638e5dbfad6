/** Made-up scenes of lines, to see how cost grows. */
import { corner, smooth } from '../core/geometry/path';
import { newLine, newScene } from '../core/scene/model/make';
import type { Scene } from '../core/scene/model/schema';

/** A scene of `n` lines spread over a width of px, at 16 : 9. */
export function lines(n: number, width: number): Scene {
  const height = Math.round((width * 9) / 16);
  const scene = newScene('Lines', width, height, '#0b0d12');
  for (let i = 0; i < n; i++) {
    const x = (width * (i % 8)) / 8;
    const y = height * (0.15 + (0.7 * Math.floor(i / 8)) / Math.max(1, Math.ceil(n / 8)));
    const anchors = [
      corner(x, y),
      smooth(x + width / 8, y + height / 9, width / 20, -height / 20),
      corner(x + width / 4, y),
    ];
    scene.layers.push(
      newLine(`Line ${i}`, { closed: false, anchors }, '#ff5a1f', Math.max(2, width / 260)),
    );
  }
  return scene;
}

/** A scene of one line of light with `n` anchors, such as an outline that was traced leaves. */
export function tracedLine(n: number): Scene {
  const scene = newScene('Traced', 1920, 1080, '#0b0d12');
  const at = (i: number) => {
    const a = (i / n) * 2 * Math.PI;
    const r = 330 + 90 * Math.sin(9 * a) + 5 * Math.sin(150 * a);
    return { x: 960 + 1.4 * r * Math.cos(a), y: 540 + r * Math.sin(a) };
  };
  const anchors = Array.from({ length: n }, (_, i) => {
    // A third of the way between its neighbours.
    const [before, p, after] = [at(i - 1), at(i), at(i + 1)];
    return smooth(p.x, p.y, (after.x - before.x) / 6, (after.y - before.y) / 6);
  });
  scene.layers.push(newLine('Outline', { closed: true, anchors }, '#2fb8ff', 6));
  return scene;
}
