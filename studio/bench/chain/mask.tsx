import { Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { percent } from '@ignis/core/definitions/parameter';
import type { FadeShape } from '@ignis/core/masks/fade';
import type { MaskShape } from '@ignis/core/masks/index';
import { maskShapeOf, maskShapes } from '@ignis/core/masks/index';
import type { MaskPart } from '@ignis/core/masks/mask';
import { maskParameters, partWays } from '@ignis/core/masks/mask';
import { brushParameters } from '@ignis/core/masks/stroke';
import { findLayer } from '@ignis/core/scene/edits';
import { newPart } from '@ignis/core/scene/make';
import {
  addPart,
  putMask,
  removePart,
  setMask,
  setPart,
  setPartShape,
} from '@ignis/core/scene/mask-edits';
import { boxOf } from '@ignis/core/scene/placement';
import type { Layer } from '@ignis/core/scene/schema';
import { subjectsFor } from '@ignis/core/scene/subjects';
import { bringInPicture, PICTURES } from '../../files/bring-in';
import { liveEdit, useBench } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { ChoiceField } from '../../ui/choice-field';
import { Menu, type MenuEntry } from '../../ui/menu';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { beginMasking } from '../stage/masking';
import { Node } from './node';

/** How much of a layer shows, and where. */
export function MaskNode({ layer }: { layer: Layer }) {
  const { mask } = layer;
  const { change, set } = useBench.getState();
  const painting = useBench((s) => s.mode === 'mask');
  const live = liveEdit('Change the mask');
  if (!mask) return <Node on={false} title={<AddPart layer={layer} label="+ add a mask" />} />;
  return (
    <Node
      title="Mask"
      on={mask.enabled}
      onToggle={() =>
        change(
          mask.enabled ? 'Turn the mask off' : 'Turn the mask on',
          setMask(layer.id, { enabled: !mask.enabled }),
        )
      }
      aside={
        <>
          <button
            type="button"
            className="rounded px-1 hover:text-ink"
            onClick={() => beginMasking('brush')}
          >
            paint
          </button>
          <button
            type="button"
            aria-label="Remove the mask"
            title="Remove"
            onClick={() => {
              change('Remove the mask', putMask(layer.id, null));
              if (useBench.getState().mode === 'mask') set({ mode: 'arrange' });
            }}
            className="rounded p-1 hover:text-ink"
          >
            <Trash2 size={14} />
          </button>
        </>
      }
    >
      {painting && <BrushValues />}
      {mask.parts.map((part) => (
        <Part key={part.id} layer={layer} part={part} />
      ))}
      <AddPart layer={layer} label="+ add a part" />
      <ParameterControls
        parameters={maskParameters}
        values={mask}
        onChange={(v) => live.change(setMask(layer.id, v))}
        onDone={live.done}
      />
    </Node>
  );
}

const BRUSH = {
  ...brushParameters,
  steady: {
    ...percent('Steady', 20, 0, 95),
    help: 'How far the brush stays behind an unsteady hand.',
  },
} as const;

/** The values of the brush, while a mask is painted. */
function BrushValues() {
  const brush = useBrush();
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => element.current?.scrollIntoView({ block: 'nearest' }), []);
  if (brush.tool !== 'brush') return null;
  return (
    <div ref={element} className="mb-2 rounded-md bg-ground/60 p-2" role="group" aria-label="Brush">
      <ParameterControls
        parameters={BRUSH}
        values={{ ...brush }}
        onChange={(v) => useBrush.setState(v)}
        onDone={() => undefined}
      />
    </div>
  );
}

/** One part of a mask: what it does to those before it, and what it is. */
function Part({ layer, part }: { layer: Layer; part: MaskPart }) {
  const scene = useBench((s) => s.scene);
  const open = useBench((s) => s.part === part.id);
  const { change, set } = useBench.getState();
  const { shape } = part;
  const about = maskShapeOf(shape);
  const name =
    shape.kind === 'layer'
      ? (findLayer(scene, shape.of)?.name ?? 'a layer that is gone')
      : shape.kind === 'strokes'
        ? `${about.label}, ${shape.strokes.length}`
        : about.label;
  const isFade = shape.kind === 'fade';
  return (
    <div className="border-b border-line/70" data-part={shape.kind}>
      <div className="flex h-8 items-center gap-1">
        <button
          type="button"
          role="switch"
          aria-checked={part.enabled}
          aria-label={`${about.label} on`}
          title={part.enabled ? 'Turn off' : 'Turn on'}
          onClick={() =>
            change(
              part.enabled ? `Turn ${about.label} off` : `Turn ${about.label} on`,
              setPart(layer.id, part.id, { enabled: !part.enabled }),
            )
          }
          className="grid h-5 w-4 place-items-center"
        >
          <span
            className={`block size-2.5 rounded-full border ${part.enabled ? 'border-ember bg-ember' : 'border-dim'}`}
          />
        </button>
        {shape.kind === 'strokes' ? (
          <span className="px-1.5 text-sm text-dim">then</span>
        ) : (
          <ChoiceField
            label={`What ${about.label} does`}
            value={part.way}
            options={partWays}
            onChange={(way) =>
              change('Change a part', setPart(layer.id, part.id, { way: way as MaskPart['way'] }))
            }
          />
        )}
        <button
          type="button"
          title={about.help}
          aria-expanded={isFade ? open : undefined}
          onClick={() => {
            if (!isFade) return;
            set({ part: open ? null : part.id, mode: 'mask' });
            useBrush.setState({ tool: 'ends' });
          }}
          className={`min-w-0 flex-1 truncate text-left text-sm ${part.enabled ? '' : 'text-dim'}`}
        >
          {name}
        </button>
        <button
          type="button"
          aria-label={`Remove ${about.label}`}
          title="Remove"
          onClick={() => change('Remove a part', removePart(layer.id, part.id))}
          className="rounded p-1 text-dim hover:text-ink"
        >
          <Trash2 size={13} />
        </button>
      </div>
      {isFade && open && <Ends layer={layer} part={part.id} shape={shape} />}
      {shape.kind === 'layer' && (
        <div className="flex justify-end pb-1">
          <ChoiceField
            label="What of the layer"
            value={shape.what}
            options={[
              { value: 'coverage', label: 'what it covers' },
              { value: 'tone', label: 'its tones' },
            ]}
            onChange={(what) =>
              change(
                'Change a part',
                setPartShape(layer.id, part.id, shape, { what: what as 'coverage' | 'tone' }),
              )
            }
          />
        </div>
      )}
    </div>
  );
}

const place = (label: string): NumberParameter => ({
  kind: 'number',
  label,
  unit: 'px',
  min: -1e6,
  max: 1e6,
  step: 1,
  default: 0,
});

/** The ends of a fade by numbers; on the stage they are dragged. */
function Ends({ layer, part, shape }: { layer: Layer; part: string; shape: FadeShape }) {
  const live = liveEdit('Move the fade');
  const set = (values: Partial<FadeShape>) => setPartShape(layer.id, part, shape, values);
  const field = (label: string, key: 'x0' | 'y0' | 'x1' | 'y1') => (
    <NumberField
      value={shape[key]}
      parameter={place(label)}
      onChange={(v) => live.change(set({ [key]: v }))}
      onDone={live.done}
    />
  );
  const row = 'grid grid-cols-[92px_1fr_1fr] items-center text-sm text-dim';
  return (
    <div className="mb-1">
      <ParameterControls
        parameters={{
          radial: { kind: 'switch', label: 'Round a point', default: false },
        }}
        values={{ radial: shape.radial }}
        onChange={(v) => live.change(set(v as Partial<FadeShape>))}
        onDone={live.done}
      />
      <div className={row}>
        All at {field('All at, X', 'x0')} {field('All at, Y', 'y0')}
      </div>
      <div className={row}>
        Nothing at {field('Nothing at, X', 'x1')} {field('Nothing at, Y', 'y1')}
      </div>
    </div>
  );
}

/** What a mask can be made of, or have added. */
function AddPart({ layer, label }: { layer: Layer; label: string }) {
  const chooser = useRef<HTMLInputElement>(null);
  const scene = useBench((s) => s.scene);
  const { change, set } = useBench.getState();
  const put = (shape: MaskShape): string => {
    // What comes after others lies within them, as a second fade does.
    const part = newPart(shape, layer.mask?.parts.length ? 'intersect' : 'add');
    change(layer.mask ? 'Add a part' : 'Add a mask', addPart(layer.id, part));
    return part.id;
  };
  const fade = () => {
    // Across the layer from its top to its bottom; across the scene where it has no box.
    const box = boxOf(layer) ?? { x0: 0, y0: 0, x1: scene.width, y1: scene.height };
    const x = Math.round((box.x0 + box.x1) / 2);
    const span = box.y1 - box.y0;
    const part = put({
      kind: 'fade',
      radial: false,
      x0: x,
      y0: Math.round(box.y0 + span * 0.25),
      x1: x,
      y1: Math.round(box.y0 + span * 0.75),
    });
    set({ mode: 'mask', part });
    useBrush.setState({ tool: 'ends' });
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      const brought = await bringInPicture(file);
      if (brought) put(brought.source);
    } catch (error) {
      toast.error('That could not be brought in', { description: (error as Error).message });
    }
  };
  const others: MenuEntry[] = subjectsFor(scene, layer.id).map((l) => ({
    label: `What ${l.name} covers`,
    run: () => put({ kind: 'layer', of: l.id, what: 'coverage' }),
  }));
  return (
    <>
      <Menu
        align="start"
        trigger={
          <button
            type="button"
            className="-ml-1 rounded px-1 text-sm font-normal text-dim hover:text-ink"
          >
            {label}
          </button>
        }
        items={[
          {
            label: `${maskShapes.strokes.label}: reveal and hide`,
            run: () => beginMasking('brush'),
          },
          { label: 'Lasso', run: () => beginMasking('lasso') },
          { label: 'Box', run: () => beginMasking('box') },
          { label: 'Oval', run: () => beginMasking('oval') },
          { label: maskShapes.fade.label, run: fade },
          { label: `${maskShapes.picture.label}…`, run: () => chooser.current?.click() },
          { label: maskShapes.full.label, run: () => void put({ kind: 'full' }) },
          ...(others.length > 0 ? [null, ...others] : []),
        ]}
      />
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="Mask from a picture"
        accept={PICTURES}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          void fromFile(file);
        }}
      />
    </>
  );
}
