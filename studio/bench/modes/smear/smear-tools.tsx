import { smearWays } from '@ignis/core/brush/smear-stroke';
import { smearOf } from '@ignis/core/scene/edits/smear-edits';
import type { StrokeHome } from '@ignis/core/scene/edits/stroke-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes } from '../../../state/paint';
import { useSmear } from '../../../state/smear';
import { Hint, Way } from '../../stage/bar';
import { ChosenTools } from '../paint/chosen-tools';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';

/** The step whose strokes the stage lays and takes hold of; null if there is none yet. */
export function smearHome(layer: Layer, open: string | null): StrokeHome | null {
  const step = smearOf(layer, open);
  return step ? { layer: layer.id, step: step.id } : null;
}

/** What the finger does; or what is done with strokes that are chosen. */
export function SmearTools({ layer }: { layer: Layer }) {
  const way = useSmear((s) => s.way);
  const open = useBench((s) => s.step);
  const chosen = useChosenStrokes((s) => s.chosen);
  const home = smearHome(layer, open);
  return (
    <>
      {smearWays.map((w) => (
        <span key={w.way} {...tip(t(w.help))}>
          <Way
            on={chosen === null && way === w.way}
            label={t(w.label)}
            onClick={() => {
              chooseStrokes(null);
              useSmear.setState({ way: w.way });
            }}
          />
        </span>
      ))}
      {home && (
        <Way
          on={chosen !== null}
          label={t`Take hold`}
          onClick={() => chooseStrokes(chosen ?? [])}
        />
      )}
      {home && chosen !== null ? (
        <ChosenTools home={home} chosen={chosen} />
      ) : (
        <Hint>{t`[ and ] change the size`}</Hint>
      )}
    </>
  );
}
