import { ArrowLeftRight, Pipette, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { percent } from '@ignis/core/definitions/number-parameters';
import { namedRamps } from '@ignis/core/pixels/named-ramps';
import { fittedRamp } from '@ignis/core/pixels/fitted-ramp';
import type { Ramp, StopOf } from '@ignis/core/pixels/ramp';
import { rampSpaces, reversed, withoutStop, withStop } from '@ignis/core/pixels/ramp';
import { useColours } from '../state/colours';
import { ChoiceField } from './choice-field';
import { ColourField } from './colour-field';
import { NumberField } from './number-field';
import { rampCss } from './ramp-css';
import { RampGraph } from './ramp-graph';
import { tip } from './tip';
import { t } from '../words/t';

interface Props {
  label: string;
  value: Ramp;
  onChange(value: Ramp): void;
  onDone(): void;
}

/** The ramps to begin with. */
const NAMED = namedRamps.map(({ label, value }) => ({ name: t(label), ramp: value }));
const AT = percent(t`Place of the stop`, 50);
const MIDDLE = percent(t`Half way`, 50, 1, 99);
const OPACITY = percent(t`Opacity of the stop`, 100);

/** Colours and opacities along a way: drawn in a graph, and as the numbers of the stop that is chosen. */
export function RampField({ label, value, onChange, onDone }: Props) {
  const [chosen, setChosen] = useState<StopOf>({ kind: 'colours', index: 0 });
  const stops = value[chosen.kind];
  const index = Math.min(chosen.index, stops.length - 1);
  const stop = stops[index]!;

  const put = (values: object) => {
    const [ramp, now] = withStop(value, { kind: chosen.kind, index }, values);
    onChange(ramp);
    setChosen(now);
  };
  const remove = () => {
    onChange(withoutStop(value, { kind: chosen.kind, index }));
    onDone();
  };
  return (
    <div className="flex flex-col gap-1" role="group" aria-label={label}>
      <RampGraph
        value={value}
        chosen={{ kind: chosen.kind, index }}
        onChoose={setChosen}
        onChange={onChange}
        onDone={onDone}
        onRemove={remove}
      />
      <div className="flex h-6 items-center text-sm text-dim [&_input]:w-9 [&_span.text-xs]:w-4">
        {'colour' in stop ? (
          <ColourField
            label={t`Colour of the stop`}
            value={stop.colour}
            onChange={(colour) => put({ colour })}
            onDone={onDone}
          />
        ) : (
          <>
            <span>{t`Opacity`}</span>
            <NumberField
              value={stop.opacity}
              parameter={OPACITY}
              onChange={(opacity) => put({ opacity })}
              onDone={onDone}
            />
          </>
        )}
        <span className="pl-1">{t`at`}</span>
        <NumberField
          value={stop.at}
          parameter={AT}
          onChange={(at) => put({ at })}
          onDone={onDone}
        />
        {index < stops.length - 1 && (
          <>
            <span {...tip(t`Where half of the change to the next is done`)}>{t`half`}</span>
            <NumberField
              value={stop.middle}
              parameter={MIDDLE}
              onChange={(middle) => put({ middle })}
              onDone={onDone}
            />
          </>
        )}
        <span className="flex-1" />
        <button
          type="button"
          aria-label={t`Take the ramp from the picture`}
          {...tip(
            t`From the picture: drag over the stage, and the colours along the way become the ramp`,
          )}
          className="rounded p-1 hover:text-ink"
          onClick={() =>
            useColours.setState({
              picking: {
                kind: 'way',
                take(colours) {
                  onChange({ ...value, colours: fittedRamp(colours).colours });
                  onDone();
                },
              },
            })
          }
        >
          <Pipette size={13} />
        </button>
        <button
          type="button"
          aria-label={t`Reverse the ramp`}
          {...tip(t`Reverse`)}
          className="rounded p-1 hover:text-ink"
          onClick={() => {
            onChange(reversed(value));
            onDone();
          }}
        >
          <ArrowLeftRight size={13} />
        </button>
        <button
          type="button"
          aria-label={t`Remove the stop`}
          data-tip={t`Remove the stop`}
          disabled={stops.length < 2}
          className="rounded p-1 hover:text-ink disabled:opacity-40"
          onClick={remove}
        >
          <Trash2 size={13} />
        </button>
      </div>
      <div className="flex flex-wrap items-center gap-1">
        {NAMED.map(({ name, ramp }) => (
          <button
            key={name}
            type="button"
            {...tip(name)}
            aria-label={t`Ramp: ${name}`}
            className="check h-4 w-6 overflow-hidden rounded-sm border border-line hover:border-ember"
            onClick={() => {
              onChange({ ...ramp, space: value.space });
              onDone();
            }}
          >
            <span
              className="block h-full"
              style={{
                background: rampCss(ramp, 9),
              }}
            />
          </button>
        ))}
        <span className="flex-1" />
        <ChoiceField
          label={t`Colours mix`}
          value={value.space}
          options={rampSpaces}
          onChange={(space) => {
            onChange({ ...value, space: space as Ramp['space'] });
            onDone();
          }}
        />
      </div>
    </div>
  );
}
