import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { remembered } from './remembered';

/** The guided piece that is being made, and how far it is: taken up again where it was left. */
interface Guiding {
  guide: string | null;
  /** The scene that it is made in. */
  scene: string | null;
  /** The number of the step, from 0; as many as there are when it is done. */
  step: number;
}

const NONE: Guiding = { guide: null, scene: null, step: 0 };

export const useGuide = create<Guiding>()(
  persist<Guiding>(() => NONE, {
    name: 'ignis-guide',
    storage: createJSONStorage(() => remembered),
  }),
);

export function beginGuide(guide: string, scene: string): void {
  useGuide.setState({ guide, scene, step: 0 });
}

export function leaveGuide(): void {
  useGuide.setState(NONE);
}
