import { Trash2 } from 'lucide-react';
import { percent } from '@ignis/core/definitions/parameter';
import { setPass } from '@ignis/core/scene/line-edits';
import { mixedStop } from '@ignis/core/sources/gradient';
import type { Pass, PassStop } from '@ignis/core/sources/pass';
import { rampStops } from '@ignis/core/sources/pass';
import { liveEdit, useBench } from '../../state/bench';
import { Button } from '../../ui/button';
import { ColourField } from '../../ui/colour-field';
import { NumberField } from '../../ui/number-field';

const AT = percent('Place of the colour', 50);
const OPACITY = percent('Opacity of the colour', 100);

/** The colours of a pass's ramp between its first and its last. */
export function Stops({ layer, pass }: { layer: string; pass: Pass }) {
  const { change } = useBench.getState();
  const live = liveEdit('Change a colour');
  const put = (i: number, values: Partial<PassStop>) =>
    live.change(
      setPass(layer, pass.id, {
        stops: pass.stops.map((s, k) => (k === i ? { ...s, ...values } : s)),
      }),
    );
  /** In the middle of the widest stretch without one. */
  const add = () => {
    const all = rampStops(pass);
    const gaps = all.slice(1).map((s, i) => [all[i]!.at, s.at] as const);
    const [a, b] = gaps.reduce((w, g) => (g[1] - g[0] > w[1] - w[0] ? g : w));
    const stop = mixedStop(all, (a + b) / 2);
    change('Add a colour', setPass(layer, pass.id, { stops: [...pass.stops, stop] }));
  };
  return (
    <div className="mt-1 border-t border-line/70 pt-1">
      {pass.stops.map((s, i) => (
        <div key={i} className="flex h-7 items-center gap-0.5 text-sm text-dim [&_input]:w-9">
          <ColourField
            label={`Colour ${i + 2}`}
            value={s.colour}
            onChange={(colour) => put(i, { colour })}
            onDone={live.done}
          />
          <span className="pl-1">at</span>
          <NumberField
            value={s.at}
            parameter={AT}
            onChange={(at) => put(i, { at })}
            onDone={live.done}
          />
          <span title="Opacity">·</span>
          <NumberField
            value={s.opacity}
            parameter={OPACITY}
            onChange={(opacity) => put(i, { opacity })}
            onDone={live.done}
          />
          <Button
            look="icon"
            className="size-6"
            aria-label={`Remove colour ${i + 2}`}
            title="Remove"
            onClick={() =>
              change(
                'Remove a colour',
                setPass(layer, pass.id, { stops: pass.stops.filter((_, k) => k !== i) }),
              )
            }
          >
            <Trash2 size={13} />
          </Button>
        </div>
      ))}
      <Button look="plain" className="-ml-2 text-sm" onClick={add}>
        + add a colour between
      </Button>
    </div>
  );
}
