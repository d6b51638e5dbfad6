import type { Plane } from '../pixels/buffer';
import { unwritten } from '../pixels/buffer';
import type { Region } from '../pixels/region';

/** All of a region. */
export function whole(region: Region): Plane {
  const made: Plane = unwritten(region, 1);
  made.data.fill(1);
  return made;
}
