import type { Box } from '../geometry/affine';
import { regionAround } from '../geometry/affine';
import type { Region } from '../pixels/region';

/** Light farther beyond the picture than this share of its longer side reaches no lens. */
const BEYOND = 0.25;

/** Where light is seen that scatters in an eye or a lens, for a scene that lies in a box, px of the render. */
export const lightSeen = (scene: Box): Region =>
  regionAround(scene, Math.ceil(BEYOND * Math.max(scene.x1 - scene.x0, scene.y1 - scene.y0)));
