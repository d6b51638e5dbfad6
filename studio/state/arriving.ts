import { create } from 'zustand';
import { beginTimes } from './opening-times';
import type { OpenedFile } from '../workers/files.worker';

/** A scene on its way from the shelf to the bench. What is known of it stands there at once; the rest follows. */
export interface Arriving {
  /** The id that it has, or will have, on the shelf. */
  id: string;
  name: string;
  /** Its size, px. */
  width: number;
  height: number;
  /** The picture that is stored of it: a file, or its address. */
  cover: Blob | string | null;
  /** The file that it is opened from, and stored from there; null for one that is stored. */
  file: ArrivingFile | null;
  /** What is to be seen of it once it stands there; left out, as a scene is usually opened. */
  show?: Shown;
}

/** What is shown of a scene: a layer by its name, the mode that begins with it, and the step that is opened, by its kind. */
export interface Shown {
  layer?: string;
  mode?: string;
  step?: string;
  /** What it is called; left out, as its file has it. */
  name?: string;
  /** The names of layers that it is opened without. */
  without?: readonly string[];
}

/** A file that is being opened. */
export interface ArrivingFile {
  /** The scene, and the picture that is to be stored of it. Throws with a message for the artist. */
  opened: Promise<OpenedFile & { thumbnail: Blob | null }>;
  stop(): void;
}

interface State {
  scene: Arriving | null;
  /** How much of its file is read, 0–1. */
  done: number;
}

export const useArriving = create<State>()(() => ({ scene: null, done: 0 }));

/** Announces what the bench will open next. */
export function announce(scene: Arriving): void {
  beginTimes();
  useArriving.setState({ scene, done: 0 });
}

/** What is known of a scene that arrives; null if nothing is. */
export const arrivingAs = (id: string): Arriving | null => {
  const { scene } = useArriving.getState();
  return scene?.id === id ? scene : null;
};

/** Called when a scene stands on the bench. */
export const arrived = (): void => useArriving.setState({ scene: null, done: 0 });
