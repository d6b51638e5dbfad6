import { createContext } from 'react';

/** The colours that are at hand beside a scene. */
export interface SceneColours {
  /** Whose colours they are: what was used lately is remembered by it. */
  id: string;
  /** The colours of the scene that is worked on, the most used first. */
  used(): readonly string[];
  /** The main colours of its picture as it is seen, from dark to bright. */
  ofPicture(): Promise<readonly string[]>;
}

/** Gives the colours of the scene that is worked on; none where there is none. */
export const ScenePalette = createContext<SceneColours>({
  id: '',
  used: () => [],
  ofPicture: () => Promise.resolve([]),
});
