import { useState } from 'react';
import { place } from '@ignis/core/definitions/number-parameters';
import type { FrameSides } from '@ignis/core/scene/edits/frame-edits';
import {
  frameFault,
  reframe,
  sidesForContent,
  sidesForRatio,
} from '@ignis/core/scene/edits/frame-edits';
import { MAX_SIDE } from '@ignis/core/scene/model/bounds';
import { useBench } from '../state/bench';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { NumberField } from '../ui/number-field';

const NONE: FrameSides = { left: 0, top: 0, right: 0, bottom: 0 };
const RATIOS = [
  ['1 : 1', 1],
  ['4 : 5', 4 / 5],
  ['3 : 2', 3 / 2],
  ['16 : 9', 16 / 9],
  ['2.39 : 1', 2.39],
] as const;
const SIDES = [
  ['left', 'Left side'],
  ['top', 'Upper side'],
  ['right', 'Right side'],
  ['bottom', 'Lower side'],
] as const;
/** Of the drawing, px. */
const ROOM = 210;

/** Moves the sides of the frame: outwards it grows, inwards it is cropped. Layers beyond it stay. */
export function FrameDialog({ onClose }: { onClose(): void }) {
  const scene = useBench((s) => s.scene);
  const [sides, setSides] = useState(NONE);
  const width = scene.width + sides.left + sides.right;
  const height = scene.height + sides.top + sides.bottom;
  const fault = frameFault(width, height);
  const content = sidesForContent(scene);
  const take = () => {
    useBench.getState().change('Change the frame', reframe(sides));
    onClose();
  };
  return (
    <Dialog
      title="The frame"
      description="Outwards the picture grows, inwards it is cropped. What lies beyond it stays."
      open
      onOpenChange={(open) => !open && onClose()}
      width="w-[520px]"
    >
      <div className="flex flex-col gap-4">
        <div className="flex gap-5">
          <Drawing {...{ scene, sides }} />
          <div className="flex flex-1 flex-col gap-1">
            {SIDES.map(([key, label]) => (
              <div key={key} className="flex items-center justify-between text-sm">
                <span className="text-dim">{label}</span>
                <NumberField
                  value={sides[key]}
                  parameter={{ ...place(label, 0), min: -MAX_SIDE, max: MAX_SIDE }}
                  onChange={(v) => setSides({ ...sides, [key]: Math.round(v) })}
                  onDone={() => undefined}
                />
              </div>
            ))}
            <p className="mt-2 text-sm" role="status">
              {fault ?? `${width} × ${height} px`}
            </p>
          </div>
        </div>
        <div className="flex flex-wrap gap-1.5">
          {RATIOS.map(([label, ratio]) => (
            <Button key={label} onClick={() => setSides(sidesForRatio(scene, ratio))}>
              {label}
            </Button>
          ))}
          {content && <Button onClick={() => setSides(content)}>What is there</Button>}
          <Button onClick={() => setSides(NONE)}>As it is</Button>
        </div>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="ember" disabled={fault !== null} onClick={take}>
            Change the frame
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** The picture, and the frame as it will be, with its thirds. */
function Drawing({
  scene,
  sides,
}: {
  scene: { width: number; height: number };
  sides: FrameSides;
}) {
  const x0 = Math.min(0, -sides.left);
  const y0 = Math.min(0, -sides.top);
  const x1 = Math.max(scene.width, scene.width + sides.right);
  const y1 = Math.max(scene.height, scene.height + sides.bottom);
  const k = ROOM / Math.max(x1 - x0, y1 - y0, 1);
  const frame = {
    x: (-sides.left - x0) * k,
    y: (-sides.top - y0) * k,
    width: Math.max(0, scene.width + sides.left + sides.right) * k,
    height: Math.max(0, scene.height + sides.top + sides.bottom) * k,
  };
  return (
    <svg width={ROOM} height={ROOM} className="shrink-0 rounded bg-ground" aria-hidden>
      <rect
        x={-x0 * k}
        y={-y0 * k}
        width={scene.width * k}
        height={scene.height * k}
        className="fill-raised"
      />
      {[1 / 3, 2 / 3].map((t) => (
        <g key={t} className="stroke-ember/40">
          <line
            x1={frame.x + t * frame.width}
            x2={frame.x + t * frame.width}
            y1={frame.y}
            y2={frame.y + frame.height}
          />
          <line
            x1={frame.x}
            x2={frame.x + frame.width}
            y1={frame.y + t * frame.height}
            y2={frame.y + t * frame.height}
          />
        </g>
      ))}
      <rect {...frame} className="fill-none stroke-ember" strokeWidth={1.5} />
    </svg>
  );
}
