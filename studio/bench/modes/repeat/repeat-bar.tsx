import { useEffect, useState } from 'react';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { angle, count, percent, place } from '@ignis/core/definitions/number-parameters';
import { boxInScene, repeatLayer } from '@ignis/core/scene/arrange/arrange';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { NumberField } from '../../../ui/number-field';
import { Bar, Small } from '../../stage/bar';
import { t } from '../../../words/t';

const FIELDS = {
  copies: { ...count(t`Copies`, 4, { max: 200 }), unit: '' as const },
  x: place(t`Step X`, 0),
  y: place(t`Step Y`, 0),
  turn: angle(t`Turn of each step`, 0),
  scale: percent(t`Size of each step`, 100, 1, 400),
} satisfies Record<string, NumberParameter>;

const WORDS = { copies: 'copies', x: 'across', y: 'down', turn: 'turned', scale: 'sized' } as const;

/** Repeats a layer with a step: the copies are there at once, and stay when it is done. */
export function RepeatBar({ layer }: { layer: Layer }) {
  const [values, setValues] = useState(() => {
    const box = boxInScene(useBench.getState().scene, layer.id);
    return {
      ...{ copies: 4, y: 0, turn: 0, scale: 100 },
      x: box ? Math.max(8, Math.round((box.x1 - box.x0) * 0.25)) : 40,
    };
  });
  useEffect(() => {
    const { copies, ...step } = values;
    useBench.getState().drag(t`Repeat the layer`, repeatLayer(layer.id, copies, step));
  }, [layer.id, values]);
  const end = (keep: boolean) => () => {
    const { drop, cancelDrag, set } = useBench.getState();
    if (keep) drop();
    else cancelDrag();
    set({ mode: 'arrange' });
  };
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' && e.key !== 'Escape') return;
      if ((e.target as Element).closest('input')) return;
      e.preventDefault();
      e.stopPropagation();
      end(e.key === 'Enter')();
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, []);
  return (
    <Bar>
      {Object.entries(FIELDS).map(([key, parameter]) => (
        <span key={key} className="flex items-baseline pl-1.5 text-dim [&_input]:w-9">
          {WORDS[key as keyof typeof WORDS]}
          <NumberField
            value={values[key as keyof typeof values]}
            parameter={parameter}
            onChange={(v) =>
              setValues((old) => ({ ...old, [key]: key === 'copies' ? Math.round(v) : v }))
            }
            onDone={() => undefined}
          />
        </span>
      ))}
      <Small label={t`Done`} onClick={end(true)} />
      <Small label={t`Cancel`} onClick={end(false)} />
    </Bar>
  );
}
