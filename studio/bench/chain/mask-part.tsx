import { Trash2 } from 'lucide-react';
import { edgeParameters } from '@ignis/core/cutout/cut-out';
import type { NumberParameter, Parameters } from '@ignis/core/definitions/parameter';
import type { FadeShape } from '@ignis/core/masks/fade';
import type { MaskShape } from '@ignis/core/masks/index';
import { maskShapeOf } from '@ignis/core/masks/index';
import type { LayerShape } from '@ignis/core/masks/layer';
import type { MaskPart } from '@ignis/core/masks/mask';
import { partWays } from '@ignis/core/masks/mask';
import { reachParameters } from '@ignis/core/masks/reach';
import { textureMaskParameters } from '@ignis/core/masks/texture';
import { tonesParameters } from '@ignis/core/masks/tones';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { MaskOwner } from '@ignis/core/scene/edits/mask-edits';
import { removePart, setPart, setPartShape } from '@ignis/core/scene/edits/mask-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { useBrush } from '../../state/brush';
import { ChoiceField } from '../../ui/choice-field';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { tip } from '../../ui/tip';
import { plural, t } from '../../words/t';

/** What can be set on the shapes of parts that have values. */
const VALUES: Partial<Record<MaskShape['kind'], Parameters>> = {
  reach: { colour: { kind: 'colour', label: t`Colour`, default: '#ffffff' }, ...reachParameters },
  tones: tonesParameters,
  texture: textureMaskParameters,
  'cut-out': edgeParameters,
};

/** What a part of a selection does to those before it. */
const SELECT_WAYS = [
  { value: 'add', label: t`Adds` },
  { value: 'subtract', label: t`Subtracts` },
  { value: 'intersect', label: t`Intersects` },
] as const;

/** What a part is called in the chain. */
function nameOf(scene: Scene, shape: MaskShape): string {
  const { label } = maskShapeOf(shape);
  if (shape.kind === 'layer') return findLayer(scene, shape.of)?.name ?? t`a layer that is gone`;
  if (shape.kind === 'kept')
    return scene.kept.find((k) => k.id === shape.within)?.name ?? t`a selection that is gone`;
  if (shape.kind === 'strokes') {
    const kept = scene.kept.find((k) => k.id === shape.within);
    return `${label}, ${shape.strokes.length}${kept ? t` within ${kept.name}` : ''}`;
  }
  if (shape.kind === 'cut-out' && shape.marks.length > 0)
    return `${label}, ${plural(shape.marks.length, '# stroke', '# strokes')}`;
  if ((shape.kind === 'reach' || shape.kind === 'tones') && shape.of !== null)
    return t`${label} of ${findLayer(scene, shape.of)?.name ?? t`a layer that is gone`}`;
  return label;
}

/** The mode in which a mask is worked on, and what is open then. */
function modeFor(owner: MaskOwner): { mode?: string; step?: string } {
  if (owner === 'selection') return {};
  return 'step' in owner && owner.step ? { mode: 'where', step: owner.step } : { mode: 'mask' };
}

/** The values of a part's shape, live. */
function PartValues({
  owner,
  part,
  shape,
  parameters,
}: {
  owner: MaskOwner;
  part: string;
  shape: MaskShape;
  parameters: Parameters;
}) {
  const live = liveEdit(t`Change a part`);
  return (
    <div className="pb-1">
      <ParameterControls
        parameters={parameters}
        values={shape as unknown as Record<string, never>}
        onChange={(v) => live.change(setPartShape<MaskShape>(owner, part, shape, v as object))}
        onDone={live.done}
      />
    </div>
  );
}

/** One part of a mask: what it does to those before it, and what it is. */
export function Part({ owner, part }: { owner: MaskOwner; part: MaskPart }) {
  const scene = useBenchThrottled((s) => s.scene);
  const open = useBench((s) => s.part === part.id);
  const { change, set } = useBench.getState();
  const { shape } = part;
  const about = maskShapeOf(shape);
  const name = nameOf(scene, shape);
  const values = VALUES[shape.kind];
  const isFade = shape.kind === 'fade';
  return (
    <div className="border-b border-line/70" data-part={shape.kind}>
      <div className="flex h-8 items-center gap-1">
        <button
          type="button"
          role="switch"
          aria-checked={part.enabled}
          aria-label={t`${t(about.label)} on`}
          {...tip(part.enabled ? t`Turn off` : t`Turn on`)}
          onClick={() =>
            change(
              part.enabled ? t`Turn ${t(about.label)} off` : t`Turn ${t(about.label)} on`,
              setPart(owner, part.id, { enabled: !part.enabled }),
            )
          }
          className="grid h-5 w-4 place-items-center"
        >
          <span
            className={`block size-2.5 rounded-full border ${part.enabled ? 'border-ember bg-ember' : 'border-dim'}`}
          />
        </button>
        {shape.kind === 'strokes' ? (
          <span className="px-1.5 text-sm text-dim">{t`then`}</span>
        ) : (
          <ChoiceField
            label={t`What ${t(about.label)} does`}
            value={part.way}
            options={owner === 'selection' ? SELECT_WAYS : partWays}
            onChange={(way) =>
              change(t`Change a part`, setPart(owner, part.id, { way: way as MaskPart['way'] }))
            }
          />
        )}
        <button
          type="button"
          {...tip(t(about.help))}
          aria-expanded={isFade ? open : undefined}
          onClick={() => {
            if (!isFade) return;
            set({ part: open ? null : part.id, ...modeFor(owner) });
            useBrush.setState({ tool: 'ends' });
          }}
          className={`min-w-0 flex-1 truncate text-left text-sm ${part.enabled ? '' : 'text-dim'}`}
        >
          {name}
        </button>
        <button
          type="button"
          aria-label={t`Remove ${t(about.label)}`}
          {...tip(t`Remove`)}
          onClick={() => change(t`Remove a part`, removePart(owner, part.id))}
          className="rounded p-1 text-dim hover:text-ink"
        >
          <Trash2 size={13} />
        </button>
      </div>
      {values && <PartValues owner={owner} part={part.id} shape={shape} parameters={values} />}
      {isFade && open && <Ends owner={owner} part={part.id} shape={shape} />}
      {shape.kind === 'layer' && (
        <div className="flex justify-end pb-1">
          <ChoiceField
            label={t`What of the layer`}
            value={shape.what}
            options={[
              { value: 'coverage', label: t`what it covers` },
              { value: 'tone', label: t`its tones` },
              { value: 'inside', label: t`what it goes round` },
            ]}
            onChange={(what) =>
              change(
                t`Change a part`,
                setPartShape(owner, part.id, shape, { what: what as LayerShape['what'] }),
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
function Ends({ owner, part, shape }: { owner: MaskOwner; part: string; shape: FadeShape }) {
  const live = liveEdit(t`Move the fade`);
  const set = (values: Partial<FadeShape>) => setPartShape(owner, part, shape, values);
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
          radial: { kind: 'switch', label: t`Round a point`, default: false },
        }}
        values={{ radial: shape.radial }}
        onChange={(v) => live.change(set(v as Partial<FadeShape>))}
        onDone={live.done}
      />
      <div className={row}>
        {t`All at`} {field(t`All at, X`, 'x0')} {field(t`All at, Y`, 'y0')}
      </div>
      <div className={row}>
        {t`Nothing at`} {field(t`Nothing at, X`, 'x1')} {field(t`Nothing at, Y`, 'y1')}
      </div>
    </div>
  );
}
