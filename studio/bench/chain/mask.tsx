import { Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import type { FadeShape } from '@ignis/core/masks/fade';
import { maskShapeOf, maskShapes } from '@ignis/core/masks/index';
import { maskParameters } from '@ignis/core/masks/mask';
import { putMask, setMask } from '@ignis/core/scene/edits';
import { newMask } from '@ignis/core/scene/make';
import { boxOf } from '@ignis/core/scene/placement';
import type { Layer } from '@ignis/core/scene/schema';
import { bringInPicture, PICTURES } from '../../files/bring-in';
import { liveEdit, useBench } from '../../state/bench';
import { Menu } from '../../ui/menu';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';

/** How much of a layer shows, and where. */
export function MaskNode({ layer }: { layer: Layer }) {
  const { mask } = layer;
  return mask ? <OfMask layer={layer} mask={mask} /> : <NoMask layer={layer} />;
}

function OfMask({ layer, mask }: { layer: Layer; mask: NonNullable<Layer['mask']> }) {
  const { change, set } = useBench.getState();
  const live = liveEdit('Change the mask');
  const definition = maskShapeOf(mask.shape);
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
          <span title={definition.help}>{definition.label}</span>
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
      {mask.shape.kind === 'fade' && <Ends layer={layer} shape={mask.shape} />}
      <ParameterControls
        parameters={maskParameters}
        values={mask}
        onChange={(v) => live.change(setMask(layer.id, v))}
        onDone={live.done}
      />
    </Node>
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
function Ends({ layer, shape }: { layer: Layer; shape: FadeShape }) {
  const live = liveEdit('Move the fade');
  const set = (values: Partial<FadeShape>) => setMask(layer.id, { shape: { ...shape, ...values } });
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

function NoMask({ layer }: { layer: Layer }) {
  const chooser = useRef<HTMLInputElement>(null);
  const { change, set } = useBench.getState();
  const { width, height } = useBench((s) => s.scene);
  const put = (mask: Layer['mask']) => change('Add a mask', putMask(layer.id, mask));
  const fade = () => {
    // Across the layer from its top to its bottom; across the scene where it has no box.
    const box = boxOf(layer) ?? { x0: 0, y0: 0, x1: width, y1: height };
    const x = Math.round((box.x0 + box.x1) / 2);
    const span = box.y1 - box.y0;
    put(
      newMask({
        kind: 'fade',
        radial: false,
        x0: x,
        y0: Math.round(box.y0 + span * 0.25),
        x1: x,
        y1: Math.round(box.y0 + span * 0.75),
      }),
    );
    set({ mode: 'mask' });
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      const brought = await bringInPicture(file);
      if (brought) put(newMask(brought.source));
    } catch (error) {
      toast.error('That could not be brought in', { description: (error as Error).message });
    }
  };
  return (
    <>
      <Node
        on={false}
        title={
          <Menu
            align="start"
            trigger={
              <button
                type="button"
                className="-ml-1 rounded px-1 font-normal text-dim hover:text-ink"
              >
                + add a mask
              </button>
            }
            items={[
              { label: maskShapes.fade.label, run: fade },
              {
                label: `${maskShapes.picture.label}…`,
                run: () => chooser.current?.click(),
              },
              { label: maskShapes.full.label, run: () => put(newMask({ kind: 'full' })) },
            ]}
          />
        }
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
