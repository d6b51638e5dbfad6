import { useMemo } from 'react';
import { laidFlat } from '@ignis/core/scene/arrange/placement';
import { useShallow } from 'zustand/react/shallow';
import { useBench, useSelectedLayer } from '../../state/bench';
import { GuideTools } from '../modes/arrange/arrange-tools';
import { beginMode, modeOf, offeredModes } from '../modes/index';
import { Bar, Hint, ModeButton } from './bar';
import { t } from '../../words/t';
import { HelpMark } from '../../help/help-mark';

/** The modes that apply to the selected layer, and under them the tools of the one that is chosen. */
export function ModeBar() {
  const { scene, mode, others, pass, step, guide } = useBench(
    useShallow((s) => ({
      ...{ scene: s.scene, mode: s.mode, others: s.others },
      ...{ pass: s.pass, step: s.step, guide: s.guide },
    })),
  );
  const layer = useSelectedLayer() ?? null;
  const on = useMemo(
    () => ({ scene, layer, others, pass, step }),
    [scene, layer, others, pass, step],
  );
  const offered = useMemo(() => offeredModes(on), [on]);
  const inCorners = layer !== null && laidFlat(scene, layer.id, false) !== scene;
  const { Row, Tools } = modeOf(mode);
  if (Row) return <Row layer={layer} />;
  if (guide) return <Bar>{<GuideTools id={guide} />}</Bar>;
  const tools = (
    <>
      {Tools && <Tools layer={layer} />}
      <HelpMark about={`mode:${mode}`} />
      {inCorners && <Hint>{t`Its group lies flat for now`}</Hint>}
    </>
  );
  return (
    <Bar tools={tools}>
      {!layer && <Hint>{t`Click the picture or a card to choose a layer`}</Hint>}
      {offered.map(({ mode: m, digit }) => (
        <ModeButton
          key={m.key}
          digit={digit ?? ''}
          active={m.key === mode}
          label={m.label(on)}
          onClick={() => m.key !== mode && beginMode(m)}
        />
      ))}
    </Bar>
  );
}
