import type { Scene } from '@ignis/core/scene/model/schema';
import { useScenePicture } from '../state/scene-pictures';
import { plural, t } from '../words/t';
import { language } from '../words/language';

/** The longer side of a small picture of a state, px. */
const SIDE = 320;

/** When something was, in words. */
export function timeOf(at: number): string {
  const minutes = Math.round((Date.now() - at) / 60_000);
  if (minutes < 1) return t`Less than a minute ago`;
  if (minutes < 60) return plural(minutes, 'A minute ago', '# minutes ago');
  return new Date(at).toLocaleString(language, { dateStyle: 'medium', timeStyle: 'short' });
}

/** A small picture of a state of the scene, once it is made. */
export function StatePicture({ scene }: { scene: Scene }) {
  const url = useScenePicture(scene, SIDE);
  return (
    <span className="grid aspect-[3/2] place-items-center overflow-hidden rounded-lg border border-line bg-raised transition group-hover:border-dim">
      {url && <img src={url} alt="" className="check-small max-h-full max-w-full" />}
    </span>
  );
}
