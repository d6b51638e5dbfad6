import type { StraightImage } from '../../pixels/picture';
import { isSrgb } from '../../pixels/profile';
import { iccProfile } from '../icc';

/**
 * Pixels with the ICC profile that stands beside them in their file, if any; null if it is of a kind that only the browser reads.
 * A profile that is damaged counts as none, as browsers have it.
 */
export function withProfile(image: StraightImage, icc: Uint8Array | null): StraightImage | null {
  if (!icc) return image;
  let profile;
  try {
    profile = iccProfile(icc);
  } catch (error) {
    if (error instanceof RangeError) return image;
    throw error;
  }
  if (!profile) return null;
  return isSrgb(profile) ? image : { ...image, profile };
}
