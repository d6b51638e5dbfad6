import { ChevronRight, Copy, GripVertical, Trash2 } from 'lucide-react';
import { memo, useState } from 'react';
import {
  addPass,
  copyPasses,
  duplicatePass,
  movePass,
  removePass,
  scalePasses,
  setLight,
  setPass,
} from '@ignis/core/scene/edits/line-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import type { Layer } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import type { LineSource } from '@ignis/core/sources/line-source';
import type { Pass } from '@ignis/core/sources/pass';
import { newPass, passParameters } from '@ignis/core/sources/pass';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { Button } from '../../ui/button';
import { ColourField } from '../../ui/colour-field';
import { Menu, type MenuEntry } from '../../ui/menu';
import { NameField } from '../../ui/name-field';
import { NumberField } from '../../ui/number-field';
import { rampCss } from '../../ui/ramp-css';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { SortableItem, SortableList } from './sortable';
import { isLine } from '@ignis/core/scene/model/traits';
import { tip } from '../../ui/tip';
import { plural, t } from '../../words/t';

/** The passes of a line, front first, and the colour of its light. */
export function Passes({ layer }: { layer: Layer & { source: LineSource } }) {
  const { source } = layer;
  const layers = useBenchThrottled((s) => s.scene.layers);
  const { change, drag, drop } = useBench.getState();
  const open = useBench((s) => s.pass);
  const setOpen = (pass: string | null) => useBench.getState().set({ pass });
  const others = everyLayer(layers).filter(
    (l): l is Layer & { source: LineSource } => l.id !== layer.id && isLine(l),
  );
  const front = source.passes.toReversed();

  const copies: MenuEntry[] = [
    ...others.map((o) => ({
      label: t`Put these passes on ${o.name}`,
      run: () => change(t`Copy the passes`, copyPasses(source, o.id)),
    })),
    ...(others.length > 0 ? [null] : []),
    ...others.map((o) => ({
      label: t`Take the passes of ${o.name}`,
      run: () => change(t`Copy the passes`, copyPasses(o.source, layer.id)),
    })),
  ];

  const add = () => {
    const model = source.passes.at(-1);
    const pass = newPass(newId(), t`Pass`, {
      ...(model && { draws: model.draws, cap: model.cap, join: model.join }),
      width: Math.round((model?.width ?? 12) * 1.6),
      blur: 6,
      colour: source.light,
      opacity: 80,
    });
    // Behind the frontmost, which is the core as a rule.
    change(t`Add a pass`, addPass(layer.id, pass, Math.max(0, source.passes.length - 1)));
    setOpen(pass.id);
  };

  return (
    <Node
      title={t`Passes`}
      about="section:passes"
      essence={() => plural(source.passes.length, '1 pass', '# passes')}
      aside={
        <>
          <span>{t`light colour`}</span>
          <ColourField
            label={t`Light colour`}
            value={source.light}
            onChange={(c) => drag(t`Change the light colour`, setLight(layer.id, c))}
            onDone={drop}
          />
          <Menu
            trigger={
              <button
                type="button"
                aria-label={t`Copy the passes`}
                {...tip(t`Copy the passes to or from another line`)}
                disabled={others.length === 0}
                className="rounded p-1 hover:text-ink disabled:opacity-40"
              >
                <Copy size={14} />
              </button>
            }
            items={copies}
          />
        </>
      }
    >
      <SortableList
        items={front}
        onCarry={(id, to) =>
          change(t`Reorder the passes`, movePass(layer.id, id, source.passes.length - 1 - to))
        }
      >
        {(pass) => (
          <SortableItem key={pass.id} id={pass.id}>
            {(grip) => (
              <PassRow
                layer={layer.id}
                pass={pass}
                open={open === pass.id}
                onOpen={setOpen}
                grip={grip}
              />
            )}
          </SortableItem>
        )}
      </SortableList>
      <div className="flex items-center justify-between">
        <Button look="plain" className="mt-0.5 -ml-2" onClick={add}>
          {t`+ add a pass`}
        </Button>
        <All id={layer.id} />
      </div>
    </Node>
  );
}

const SHARE = { unit: '%', min: 1, max: 1000, step: 1, default: 100 } as const;

/** Makes all passes wider or softer at once. */
function All({ id }: { id: string }) {
  const [share, setShare] = useState({ width: 100, blur: 100 });
  const live = liveEdit(t`Scale all passes`);
  const field = (key: 'width' | 'blur', label: string) => (
    <NumberField
      value={share[key]}
      parameter={{ ...SHARE, label }}
      unit={false}
      onChange={(v) => {
        const next = { ...share, [key]: v };
        setShare(next);
        live.change(scalePasses(id, next.width / 100, next.blur / 100));
      }}
      onDone={() => {
        live.done();
        setShare({ width: 100, blur: 100 });
      }}
      className="[&>input]:w-10"
    />
  );
  return (
    <span
      className="flex items-baseline text-xs text-dim"
      {...tip(t`In per cent of what they are now`)}
    >
      {t`all`} {field('width', t`Scale all passes`)}% {field('blur', t`Soften all passes`)}% σ
    </span>
  );
}

interface RowProps {
  layer: string;
  pass: Pass;
  open: boolean;
  /** Opens the pass of an id, or none. */
  onOpen(id: string | null): void;
  grip: Record<string, unknown> | undefined;
}

const PassRow = memo(function PassRow({ layer, pass, open, onOpen, grip }: RowProps) {
  const { change } = useBench.getState();
  const live = liveEdit(t`Change ${pass.name}`);
  const set = (values: Partial<Pass>) => live.change(setPass(layer, pass.id, values));
  return (
    <div className="border-b border-line/70" data-pass={pass.name}>
      <div className="flex h-8 items-center gap-1">
        <span {...grip} className="-ml-1.5 cursor-grab text-line hover:text-dim" aria-hidden="true">
          <GripVertical size={13} />
        </span>
        <button
          type="button"
          role="switch"
          aria-checked={pass.enabled}
          aria-label={t`${pass.name} on`}
          {...tip(pass.enabled ? t`Turn off` : t`Turn on`)}
          onClick={() =>
            change(
              pass.enabled ? t`Turn ${pass.name} off` : t`Turn ${pass.name} on`,
              setPass(layer, pass.id, { enabled: !pass.enabled }),
            )
          }
          className="grid h-5 w-4 place-items-center"
        >
          <span
            className={`block size-2.5 rounded-full border ${pass.enabled ? 'border-ember bg-ember' : 'border-dim'}`}
          />
        </button>
        <Swatch pass={pass} />
        <button
          type="button"
          aria-expanded={open}
          onClick={() => onOpen(open ? null : pass.id)}
          className={`flex min-w-0 flex-1 items-center gap-0.5 text-left text-sm ${pass.enabled ? '' : 'text-dim'}`}
        >
          <span className="truncate">{pass.name}</span>
          <ChevronRight
            size={13}
            className={`shrink-0 text-dim transition-transform ${open ? 'rotate-90' : ''}`}
          />
        </button>
        <Compact pass={pass} field="width" unit="px" onChange={set} onDone={live.done} />
        <Compact pass={pass} field="blur" unit="σ" onChange={set} onDone={live.done} />
      </div>
      {open && (
        <div className="mb-2 rounded-md bg-ground/60 p-2">
          <div className="mb-1 flex items-center gap-1">
            <NameField
              label={t`Name of the pass`}
              value={pass.name}
              onChange={(name) => change(t`Rename a pass`, setPass(layer, pass.id, { name }))}
              className="flex-1 text-sm"
            />
            <Button
              look="icon"
              className="size-7"
              aria-label={t`Duplicate ${pass.name}`}
              {...tip(t`Duplicate`)}
              onClick={() => change(t`Duplicate a pass`, duplicatePass(layer, pass.id))}
            >
              <Copy size={14} />
            </Button>
            <Button
              look="icon"
              className="size-7"
              aria-label={t`Remove ${pass.name}`}
              {...tip(t`Remove`)}
              onClick={() => change(t`Remove a pass`, removePass(layer, pass.id))}
            >
              <Trash2 size={14} />
            </Button>
          </div>
          <ParameterControls
            parameters={passParameters}
            values={pass}
            onChange={(v) => set(v as Partial<Pass>)}
            onDone={live.done}
            edits={(v) => setPass(layer, pass.id, v as Partial<Pass>)}
          />
        </div>
      )}
    </div>
  );
});

interface CompactProps {
  pass: Pass;
  field: 'width' | 'blur';
  unit: string;
  onChange(values: Partial<Pass>): void;
  onDone(): void;
}

function Compact({ pass, field, unit, onChange, onDone }: CompactProps) {
  const parameter = { ...passParameters[field], label: `${pass.name} ${field}` };
  return (
    <span className="flex items-baseline">
      <NumberField
        value={pass[field]}
        parameter={parameter}
        unit={false}
        onChange={(v) => onChange({ [field]: v })}
        onDone={onDone}
        className="[&>input]:w-9.5"
      />
      <span className="w-3 text-xs text-dim">{unit}</span>
    </span>
  );
}

/** A cross-section of a pass: how wide, how soft, which colour. */
function Swatch({ pass }: { pass: Pass }) {
  const solid = Math.min(38, Math.max(2, pass.width * 0.3));
  const soft = Math.min(30, pass.blur * 0.7);
  return (
    <span
      className="grid h-[22px] w-[38px] shrink-0 place-items-center overflow-hidden rounded bg-black"
      aria-hidden="true"
    >
      <span
        style={{
          width: solid,
          height: 40,
          background: pass.paint === 'one' ? pass.colour : rampCss(pass.ramp, 9),
          opacity: (pass.opacity / 100) * (pass.enabled ? 1 : 0.3),
          filter: soft > 0 ? `blur(${soft / 2}px)` : undefined,
        }}
      />
    </span>
  );
}
