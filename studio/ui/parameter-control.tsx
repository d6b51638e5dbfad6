import { Switch } from 'radix-ui';
import type { ComponentType } from 'react';
import type { ListedValues, Parameter, Parameters } from '@ignis/core/definitions/parameter';
import type { SmearStroke } from '@ignis/core/definitions/strokes';
import type { DripChange, Mesh, ReshapedRegion } from '@ignis/core/definitions/warps';
import type { CurvePoints } from '@ignis/core/geometry/curve';
import type { StoredTable } from '@ignis/core/pixels/colour-table';
import type { HueBand } from '@ignis/core/pixels/hue-bands';
import { ChoiceField } from './choice-field';
import { ColourField } from './colour-field';
import { CurveField } from './curve-field';
import { DripsField } from './drips-field';
import { FontField } from './font-field';
import { HuesField } from './hues-field';
import type { Ramp } from '@ignis/core/pixels/ramp';
import { LayerField } from './layer-field';
import { ListField } from './list-field';
import { MeshField } from './mesh-field';
import { NumberControl } from './number-control';
import { PictureField } from './picture-field';
import { RampField } from './ramp-field';
import { RegionsField } from './regions-field';
import { TableField } from './table-field';
import { TextureField } from './texture-field';
import { StrokesField } from './strokes-field';
import { withStableHandlers } from './with-stable-handlers';
import { t } from '../words/t';

interface Props {
  parameter: Parameter;
  value: unknown;
  onChange(value: unknown): void;
  onDone(): void;
  /** What shows the values of one of a list, a row each. */
  Rows: ComponentType<{
    parameters: Parameters;
    values: Record<string, unknown>;
    onChange(values: Record<string, unknown>): void;
    onDone(): void;
  }>;
}

/** The control of one parameter, by its kind; its handlers may change without drawing it anew. */
export const ParameterControl = withStableHandlers(function ParameterControl({
  parameter: p,
  value,
  onChange,
  onDone,
  Rows,
}: Props) {
  switch (p.kind) {
    case 'number':
      return (
        <NumberControl parameter={p} value={value as number} onChange={onChange} onDone={onDone} />
      );
    case 'colour':
      return (
        <div className="flex justify-end">
          <ColourField
            label={t(p.label)}
            value={value as string}
            onChange={onChange}
            onDone={onDone}
          />
        </div>
      );
    case 'switch':
      return (
        <div className="flex justify-end">
          <Switch.Root
            aria-label={t(p.label)}
            checked={value as boolean}
            onCheckedChange={(v) => {
              onChange(v);
              onDone();
            }}
            className="h-4.5 w-8 rounded-full bg-line p-0.5 data-[state=checked]:bg-ember"
          >
            <Switch.Thumb className="block size-3.5 rounded-full bg-white transition-transform data-[state=checked]:translate-x-3.5" />
          </Switch.Root>
        </div>
      );
    case 'curve':
      return (
        <CurveField
          parameter={p}
          value={value as CurvePoints}
          onChange={onChange}
          onDone={onDone}
        />
      );
    case 'table':
      return <TableField value={value as StoredTable | null} onChange={onChange} onDone={onDone} />;
    case 'hues':
      return (
        <HuesField
          label={t(p.label)}
          value={value as HueBand[]}
          onChange={onChange}
          onDone={onDone}
        />
      );
    case 'font':
      return (
        <div className="flex justify-end">
          <FontField
            label={t(p.label)}
            value={value as string}
            onChange={onChange}
            onDone={onDone}
          />
        </div>
      );
    case 'ramp':
      return (
        <RampField label={t(p.label)} value={value as Ramp} onChange={onChange} onDone={onDone} />
      );
    case 'regions':
      return <RegionsField value={value as ReshapedRegion[]} onChange={onChange} onDone={onDone} />;
    case 'drips':
      return <DripsField value={value as DripChange[]} onChange={onChange} onDone={onDone} />;
    case 'strokes':
      return <StrokesField value={value as SmearStroke[]} onChange={onChange} onDone={onDone} />;
    case 'mesh':
      return <MeshField value={value as Mesh | null} onChange={onChange} onDone={onDone} />;
    case 'picture':
      return (
        <div className="flex justify-end">
          <PictureField
            label={t(p.label)}
            value={value as string}
            onChange={onChange}
            onDone={onDone}
          />
        </div>
      );
    case 'corners':
    case 'ends':
    case 'point':
      return (
        <div className="flex justify-end text-sm text-dim">
          {value === null ? (
            <span className="px-1.5">
              {p.kind === 'point' ? t`drag it on the stage` : t`as the shape lies`}
            </span>
          ) : (
            <button
              type="button"
              className="rounded px-1.5 hover:text-ink"
              onClick={() => {
                onChange(null);
                onDone();
              }}
            >
              {t`were dragged · let go`}
            </button>
          )}
        </div>
      );
    case 'layer':
      return (
        <LayerField
          label={t(p.label)}
          value={value as string}
          having={p.having}
          onChange={(v) => {
            onChange(v);
            onDone();
          }}
        />
      );
    case 'own':
      return null;
    case 'list':
      return (
        <ListField
          parameter={p}
          value={value as ListedValues[]}
          onChange={onChange}
          onDone={onDone}
        >
          {(values, change) => (
            <Rows parameters={p.of} values={values} onChange={change} onDone={onDone} />
          )}
        </ListField>
      );
    case 'choice':
      if (p.pictures)
        return (
          <div className="flex justify-end">
            <TextureField
              parameter={p}
              value={value as string}
              onChange={(v) => {
                onChange(v);
                onDone();
              }}
            />
          </div>
        );
      return (
        <div className="flex justify-end">
          <ChoiceField
            label={t(p.label)}
            value={value as string}
            options={p.options}
            onChange={(v) => {
              onChange(v);
              onDone();
            }}
          />
        </div>
      );
  }
});
