import { useEffect, useRef, useState } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { newExporter, pixelsOf, type Exporter } from '../../workers/exporter';
import type { ExportOptions } from '../../workers/protocol';

/** The file that the settings come to, as far as it is made. */
export interface MadeFile {
  /** Null while it is made. */
  file: Blob | null;
  /** The share of it that is made, 0–1. */
  done: number;
  /** Why it could not be made. */
  fault: Error | null;
}

/** How long the settings must rest before a file is made of them, ms. */
const REST = 350;

const NOTHING: MadeFile = { file: null, done: 0, fault: null };

/**
 * Makes the file that settings come to while they are chosen, so that its size and look are seen before it is exported, and it
 * need not be made again when it is. Null options make none, and end what is under way; another number of
 * the attempt tries again. A change of what the pixels are ends what is under way; a change
 * of how they are written waits for it.
 */
export function useMadeFile(
  scene: Scene,
  options: ExportOptions | null,
  attempt: number,
): MadeFile {
  const exporter = useRef<Exporter | null>(null);
  const [made, setMade] = useState<(MadeFile & { scene: Scene; of: string }) | null>(null);
  const running = useRef<{ pixels: string; done: Promise<unknown> } | null>(null);
  const of = options && JSON.stringify({ options, attempt });

  useEffect(
    () => () => {
      exporter.current?.close();
      exporter.current = null;
    },
    [],
  );

  useEffect(() => {
    if (!of) return exporter.current?.close();
    const { options } = JSON.parse(of) as { options: ExportOptions };
    const pixels = pixelsOf(options);
    let isCurrent = true;
    const tell = (state: Partial<MadeFile>) => {
      if (isCurrent) setMade({ ...NOTHING, ...state, scene, of });
    };
    if (running.current && running.current.pixels !== pixels) exporter.current?.close();
    const make = async () => {
      await running.current?.done.catch(() => undefined);
      if (!isCurrent) return;
      exporter.current ??= newExporter();
      const { done } = exporter.current.make(scene, options, (share) => tell({ done: share }));
      const own = { pixels, done };
      running.current = own;
      try {
        tell({ file: await done, done: 1 });
      } catch (error) {
        if ((error as Error).name !== 'AbortError') tell({ fault: error as Error });
      } finally {
        if (running.current === own) running.current = null;
      }
    };
    const timer = window.setTimeout(() => void make(), REST);
    return () => {
      isCurrent = false;
      window.clearTimeout(timer);
    };
  }, [scene, of]);

  return made?.of === of && made.scene === scene ? made : NOTHING;
}
