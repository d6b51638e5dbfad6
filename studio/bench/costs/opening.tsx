import { useMemo } from 'react';
import { stretchesOf, useOpeningTimes } from '../../state/opening-times';
import type { OpeningPart } from '../../workers/spans';
import { BarChart } from './bar-chart';
import { duration } from './units';
import { t } from '../../words/t';

const NAMES: Record<OpeningPart, string> = {
  file: t`reading the file`,
  bench: t`setting up the stage`,
  kernels: t`compiling the kernels`,
  fonts: t`fonts`,
  decoding: t`decoding pictures`,
  'coarse picture': t`coarse picture, by layers`,
  'fine picture': t`fine picture, by layers`,
};

/** What opening the scene took, part by part. */
export function OpeningCosts() {
  const { began, spans, isDone } = useOpeningTimes();
  const bars = useMemo(
    () =>
      stretchesOf(began, spans).map(({ part, from, to }) => ({
        ...{ name: NAMES[part], from, to, label: duration(to - from) },
      })),
    [began, spans],
  );
  if (!isDone || bars.length === 0) return null;
  const whole = Math.max(...bars.map((b) => b.to));
  return (
    <section className="mt-4 border-t border-line pt-3">
      <h3 className="mb-2 text-sm font-semibold">
        {t`Opening this scene took ${duration(whole)}, to the fine picture`}
      </h3>
      <BarChart
        bars={bars}
        text={bars.map((b) => `${b.name}: ${b.label}`).join(', ')}
        testId="opening-times"
      />
    </section>
  );
}
