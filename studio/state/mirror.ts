import { create } from 'zustand';
import type { Mirror } from '@ignis/core/brush/mirror';

/** Over what painting is mirrored, the px of the layer that is painted on. */
export const useMirror = create<Mirror>()(() => ({
  ...{ kind: 'none', at: { x: 0, y: 0 } },
  ...{ angle: Math.PI / 2, count: 5 },
}));
