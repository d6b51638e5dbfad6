import { create } from 'zustand';
import type { Mirror } from '@ignis/core/brush/mirror';

/** Over what painting is mirrored in a scene. */
interface Mirroring extends Mirror {
  /** The scene, by its id on the bench: another is not mirrored. */
  of: string;
}

const NO_MIRROR: Mirroring = {
  ...{ of: '', kind: 'none', at: { x: 0, y: 0 } },
  ...{ angle: Math.PI / 2, count: 5 },
};

export const useMirror = create<Mirroring>()(() => NO_MIRROR);

/** The mirror of a scene. */
export const mirrorOf = (mirror: Mirroring, scene: string): Mirroring =>
  mirror.of === scene ? mirror : { ...NO_MIRROR, of: scene };
