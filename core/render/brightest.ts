import { linear } from '../pixels/colour';
import { scoped } from '../pixels/heap';
import { wholeScene } from '../pixels/region';
import type { Scene } from '../scene/model/schema';
import type { RenderRequest } from './render';
import { render } from './render';

/** The longer side of the picture that is looked at, px. */
const SIDE = 256;

/** The brightest light of a scene before its end, 1 for white, as it is seen coarsely: sparks of a px or two count little. */
export function brightestOf(
  scene: Scene,
  request: Pick<RenderRequest, 'picture' | 'memo' | 'layers' | 'background'>,
): number {
  const scale = Math.min(1, SIDE / Math.max(scene.width, scene.height));
  let most = 0;
  scoped(() => {
    const made = render(scene, { ...request, scale, region: wholeScene(scene, scale) });
    const { data } = made;
    for (let i = 0; i < data.length; i += 4)
      if (data[i + 3]! > 0)
        most = Math.max(most, Math.max(data[i]!, data[i + 1]!, data[i + 2]!) / data[i + 3]!);
    return made;
  });
  return scene.mixing === 'light' ? most : linear(most);
}
