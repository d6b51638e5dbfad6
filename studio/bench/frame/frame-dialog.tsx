import { Ruler } from 'lucide-react';
import { useState } from 'react';
import { angle as degrees, count, place } from '@ignis/core/definitions/number-parameters';
import type { FrameSides } from '@ignis/core/scene/edits/frame-edits';
import {
  frameFault,
  scaleScene,
  scaledSize,
  sidesForContent,
  sidesForRatio,
  sidesWithin,
  straighten,
} from '@ignis/core/scene/edits/frame-edits';
import { MAX_SIDE } from '@ignis/core/scene/model/bounds';
import { useBench } from '../../state/bench';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { NumberField } from '../../ui/number-field';
import { FrameDrawing } from './frame-drawing';
import { t } from '../../words/t';

const NONE: FrameSides = { left: 0, top: 0, right: 0, bottom: 0 };
const RATIOS = [
  ['1 : 1', 1],
  ['4 : 5', 4 / 5],
  ['3 : 2', 3 / 2],
  ['16 : 9', 16 / 9],
  ['2.39 : 1', 2.39],
] as const;
const SIDES = [
  ['left', t`Left side`],
  ['top', t`Upper side`],
  ['right', t`Right side`],
  ['bottom', t`Lower side`],
] as const;
const TURN = { ...degrees(t`Straighten`, 0, { min: -45, max: 45 }), step: 0.1 };

/** Moves the sides of the frame: outwards it grows, inwards it is cropped. Layers beyond it stay. */
export function FrameDialog({ onClose }: { onClose(): void }) {
  const scene = useBench((s) => s.scene);
  const [sides, setSides] = useState(NONE);
  const [angle, setAngle] = useState(0);
  const [levels, setLevels] = useState(false);
  const width = scene.width + sides.left + sides.right;
  const height = scene.height + sides.top + sides.bottom;
  const fault = frameFault(width, height);
  const content = sidesForContent(scene);
  const turn = (to: number) => {
    setAngle(to);
    setSides(to === 0 ? NONE : sidesWithin(scene, to));
    setLevels(false);
  };
  const take = () => {
    useBench.getState().change(t`Change the frame`, straighten(angle, sides));
    onClose();
  };
  return (
    <Dialog
      title={t`The frame`}
      description={t`Drag its sides and corners: outwards the picture grows, inwards it is cropped. What lies beyond stays.`}
      open
      onOpenChange={(open) => !open && onClose()}
      width="w-[860px]"
    >
      <div className="flex gap-5">
        <FrameDrawing {...{ scene, sides, angle, levels }} onSides={setSides} onLevel={turn} />
        <div className="flex w-56 shrink-0 flex-col gap-3">
          <div className="flex flex-col gap-1">
            {SIDES.map(([key, label]) => (
              <Row key={key} label={label}>
                <NumberField
                  value={sides[key]}
                  parameter={{ ...place(label, 0), min: -MAX_SIDE, max: MAX_SIDE }}
                  onChange={(v) => setSides({ ...sides, [key]: Math.round(v) })}
                  onDone={() => undefined}
                />
              </Row>
            ))}
            <Row label={t`Straighten`}>
              <NumberField
                value={angle}
                parameter={TURN}
                onChange={turn}
                onDone={() => undefined}
              />
            </Row>
            <Button active={levels} onClick={() => setLevels(!levels)}>
              <Ruler size={14} /> {t`Draw what should be level`}
            </Button>
          </div>
          <div className="flex flex-wrap gap-1.5">
            {RATIOS.map(([label, ratio]) => (
              <Button key={label} onClick={() => setSides(sidesForRatio(scene, ratio))}>
                {label}
              </Button>
            ))}
            {content && <Button onClick={() => setSides(content)}>{t`What is there`}</Button>}
            <Button onClick={() => turn(0)}>{t`As it is`}</Button>
          </div>
          <p className="text-sm" role="status">
            {fault ?? `${width} × ${height} px`}
          </p>
          <div className="flex gap-2">
            <Button onClick={onClose}>{t`Cancel`}</Button>
            <Button look="ember" disabled={fault !== null} onClick={take}>
              {t`Change the frame`}
            </Button>
          </div>
          <Scaling onClose={onClose} />
        </div>
      </div>
    </Dialog>
  );
}

const Row = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <div className="flex items-center justify-between text-sm">
    <span className="text-dim">{label}</span>
    {children}
  </div>
);

/** The whole scene at another size, every length in it too. */
function Scaling({ onClose }: { onClose(): void }) {
  const scene = useBench((s) => s.scene);
  const [wide, setWide] = useState(scene.width);
  const by = wide / scene.width;
  const { width, height } = scaledSize(scene, by);
  const fault = frameFault(width, height);
  return (
    <div className="mt-auto flex flex-col gap-1 border-t border-line pt-3">
      <Row label={t`Whole scene, width`}>
        <NumberField
          value={wide}
          parameter={count(t`Width of the whole scene`, scene.width, { max: MAX_SIDE })}
          onChange={(v) => setWide(Math.round(v))}
          onDone={() => undefined}
        />
      </Row>
      <p className="text-sm text-dim">
        {fault ?? t`The same picture, ${width} × ${height} px; every blur and line goes along.`}
      </p>
      <Button
        disabled={fault !== null || by === 1}
        onClick={() => {
          useBench.getState().change(t`Scale the scene`, scaleScene(by));
          onClose();
        }}
      >
        {t`Scale the scene`}
      </Button>
    </div>
  );
}
