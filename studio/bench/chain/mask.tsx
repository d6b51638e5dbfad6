import { Ellipsis, Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { maskParameters } from '@ignis/core/masks/mask';
import { canBake } from '@ignis/core/scene/edits/bake';
import { newId } from '@ignis/core/scene/model/new-id';
import { putMask, setMask } from '@ignis/core/scene/edits/mask-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { copyMask, selectMaskOf, shareMask } from '@ignis/core/scene/edits/selection-edits';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { brushControls, useBrush } from '../../state/brush';
import { Menu } from '../../ui/menu';
import { ParameterControls } from '../../ui/parameter-controls';
import { bake } from '../bake';
import { beginMasking } from '../modes/mask/masking';
import { AddPart } from './add-part';
import { Part } from './mask-part';
import { Node } from './node';
import { tip } from '../../ui/tip';
import { plural, t } from '../../words/t';

/** How much of a layer shows, and where. */
export function MaskNode({ layer }: { layer: Layer }) {
  const { mask } = layer;
  const owner = { layer: layer.id };
  const { change, set } = useBench.getState();
  const painting = useBench((s) => s.mode === 'mask');
  const live = liveEdit(t`Change the mask`);
  if (!mask) return <Node on={false} title={<AddPart layer={layer} label={t`+ add a mask`} />} />;
  return (
    <Node
      title={t`Mask`}
      about="section:mask"
      essence={() => plural(mask.parts.length, '1 part', '# parts')}
      on={mask.enabled}
      onToggle={() =>
        change(
          mask.enabled ? t`Turn the mask off` : t`Turn the mask on`,
          setMask(owner, { enabled: !mask.enabled }),
        )
      }
      aside={
        <>
          <button
            type="button"
            className="rounded px-1 hover:text-ink"
            onClick={() => beginMasking('brush')}
          >
            {t`paint`}
          </button>
          <MaskMenu layer={layer} />
          <button
            type="button"
            aria-label={t`Remove the mask`}
            {...tip(t`Remove`)}
            onClick={() => {
              change(t`Remove the mask`, putMask(owner, null));
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
        <Part key={part.id} owner={owner} part={part} />
      ))}
      <AddPart layer={layer} label={t`+ add a part`} />
      <ParameterControls
        parameters={maskParameters}
        values={mask}
        onChange={(v) => live.change(setMask(owner, v))}
        onDone={live.done}
      />
    </Node>
  );
}

/** What else can be done with a mask. */
function MaskMenu({ layer }: { layer: Layer }) {
  const scene = useBenchThrottled((s) => s.scene);
  const { change } = useBench.getState();
  const others = everyLayer(scene.layers)
    .filter((l) => l.id !== layer.id)
    .reverse();
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={t`More about the mask`}
          className="rounded p-1 hover:text-ink"
        >
          <Ellipsis size={14} />
        </button>
      }
      items={[
        {
          label: t`Invert`,
          run: () =>
            change(
              t`Invert the mask`,
              setMask({ layer: layer.id }, { invert: !layer.mask!.invert }),
            ),
        },
        { label: t`Move by itself`, run: () => beginMasking('move') },
        {
          label: t`Apply it: bake the layer`,
          disabled: !canBake(scene, layer.id),
          run: () => void bake(layer),
        },
        { label: t`Select what it shows`, run: () => change(t`Select`, selectMaskOf(layer.id)) },
        {
          label: t`Share it with other layers`,
          run: () =>
            change(t`Share the mask`, shareMask(layer.id, newId(), t`Mask of ${layer.name}`)),
        },
        ...(others.length > 0 ? [null] : []),
        ...others.map((l) => ({
          label: t`Copy it to ${l.name}`,
          run: () => change(t`Copy the mask to ${l.name}`, copyMask(layer.id, l.id)),
        })),
      ]}
    />
  );
}

/** The values of the brush, while a mask is painted. */
export function BrushValues() {
  const brush = useBrush();
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // Newer browsers answer with a promise, which is no clean-up.
    element.current?.scrollIntoView({ block: 'nearest' });
  }, []);
  if (brush.tool !== 'brush') return null;
  return (
    <div
      ref={element}
      className="mb-2 rounded-md bg-ground/60 p-2"
      role="group"
      aria-label={t`Brush`}
    >
      <ParameterControls
        parameters={brushControls}
        values={{ ...brush }}
        onChange={(v) => useBrush.setState(v)}
        onDone={() => undefined}
      />
    </div>
  );
}
