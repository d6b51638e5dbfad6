import type { Blending } from '../kernels/composite';

/** One blend mode: its name in scene.json, its label, and what it does to a channel. */
export interface BlendDefinition extends Blending {
  name: string;
  label: string;
  help: string;
}
