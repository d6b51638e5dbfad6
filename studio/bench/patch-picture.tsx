import { useEffect, useRef } from 'react';
import type { Patch } from '../workers/protocol';

/** A picture as the worker gave it; pale until it is there. CSS px. */
export function PatchPicture({
  patch,
  width,
  height,
}: {
  patch: Patch | undefined;
  width: number;
  height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current!;
    if (!patch) return;
    element.width = patch.region.width;
    element.height = patch.region.height;
    element
      .getContext('2d')!
      .putImageData(new ImageData(patch.pixels, patch.region.width, patch.region.height), 0, 0);
  }, [patch]);
  return (
    <canvas
      ref={canvas}
      className="check block"
      style={{ width, height, opacity: patch ? 1 : 0.25, objectFit: 'cover' }}
    />
  );
}
