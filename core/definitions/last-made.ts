import type { Plane } from '../pixels/buffer';

/** Something made, and what it was made of: how, as a key, and of which source. */
export interface LastPart {
  key: string;
  of: unknown;
  made: Plane;
  /** What it was before its blur, on the grid of that; null if it was not kept. */
  sharp: Plane | null;
}

/** What was last made of the parts of a layer that changes: its next picture goes on from there. */
export interface LastMade {
  get(part: string): LastPart | null;
  /** Replaces what was last made of the part. The plane must not be drawn on any more. */
  set(part: string, made: LastPart): void;
}
