import { length } from '@ignis/core/definitions/number-parameters';
import { useBench } from '../../../state/bench';
import { NumberField } from '../../../ui/number-field';
import { Bar, Hint, Small, Way } from '../../stage/bar';
import { endDrawing } from './drawing';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';

/** How a line is drawn, and the way out of it. */
export function DrawRow() {
  const drawn = useBench((s) => s.drawn);
  const freehand = useBench((s) => s.freehand);
  const fidelity = useBench((s) => s.fidelity);
  const { set } = useBench.getState();
  const hint = freehand
    ? t`Press and draw. Near its start the line closes.`
    : drawn
      ? t`Click for a corner, press and drag for a curve. Shift holds to 15°. Click the first anchor to close.`
      : t`Click where the line of light begins`;
  return (
    <Bar>
      {!drawn && (
        <>
          <Way on={!freehand} label={t`Anchors`} onClick={() => set({ freehand: false })} />
          <Way on={freehand} label={t`Freehand`} onClick={() => set({ freehand: true })} />
          {freehand && (
            <span className="flex items-baseline pl-2 text-dim" {...tip(t(FIDELITY.help))}>
              {t`smoothed by`}
              <NumberField
                value={fidelity}
                parameter={FIDELITY}
                onChange={(v) => set({ fidelity: v })}
                onDone={() => undefined}
              />
            </span>
          )}
        </>
      )}
      <Hint>{hint}</Hint>
      <Small onClick={endDrawing} label={drawn ? t`Done (Enter)` : t`Cancel ( Esc )`} />
    </Bar>
  );
}

const FIDELITY = length(t`Smoothed by`, 3, {
  min: 0.5,
  max: 60,
  step: 0.5,
  help: t`How far the line may stray from the hand; more makes fewer anchors.`,
});
