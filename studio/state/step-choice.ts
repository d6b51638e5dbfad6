import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { withLast } from './lately';

/** At most so many steps are remembered. */
const MAX = 6;

interface StepChoice {
  /** Kinds of steps that were added lately, the last first. */
  lately: readonly string[];
}

/** What steps were chosen lately, on this device. */
export const useStepChoice = create<StepChoice>()(
  persist<StepChoice>(() => ({ lately: [] }), { name: 'ignis-steps' }),
);

/** Remembers that a step was added. */
export function rememberStep(kind: string): void {
  useStepChoice.setState(({ lately }) => ({
    lately: withLast(lately, kind, MAX),
  }));
}
