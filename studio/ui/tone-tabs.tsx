import { Tabs } from 'radix-ui';
import type { Parameter } from '@ignis/core/definitions/parameter';
import type { CurvePoints } from '@ignis/core/geometry/curve';
import { isPlain } from '@ignis/core/geometry/tone-curve';
import { tip } from './tip';
import { t } from '../words/t';

/** Whether a parameter is one of the curves of a step that say what tones become: one of them is seen at a time. */
export const isToneCurve = (p: Parameter): boolean => p.kind === 'curve' && p.tones !== undefined;

/** Which of some curves is seen; those that change something are marked. */
export function ToneTabs({
  curves,
  values,
  chosen,
  onChoose,
}: {
  curves: readonly (readonly [key: string, parameter: Parameter])[];
  values: Readonly<Record<string, unknown>>;
  chosen: string;
  onChoose(key: string): void;
}) {
  return (
    <Tabs.Root value={chosen} onValueChange={onChoose}>
      <Tabs.List aria-label={t`Which curve`} className="flex gap-1">
        {curves.map(([key, p]) => (
          <Tabs.Trigger
            key={key}
            value={key}
            {...tip(t(p.help))}
            className="rounded px-1.5 py-0.5 text-xs text-dim hover:text-ink data-[state=active]:bg-raised data-[state=active]:text-ink"
          >
            {t(p.label)}
            {!isPlain(values[key] as CurvePoints) && <span className="text-ember"> •</span>}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}
