import type { Mode } from '../kernels/composite';

/** What a blend is for. */
export type BlendFamily = 'plain' | 'light' | 'contrast' | 'dark' | 'compare' | 'colour';

/** One blend mode: its name in scene.json, what it is called, and the kernels' number for it. */
export interface BlendDefinition {
  name: string;
  label: string;
  help: string;
  family: BlendFamily;
  mode: Mode;
}
