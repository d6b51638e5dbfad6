import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { subjectsFor } from '@ignis/core/scene/arrange/subjects';
import {
  correctWeave,
  newWeave,
  putWeave,
  setWeave,
  weaveAll,
} from '@ignis/core/scene/edits/weave-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import { turnBrush, useBrush } from '../../../state/brush';
import { useWoven } from '../../../state/weave';
import { BrushSize } from '../../stage/brush-size';
import { weaveItself } from './weaving';
import { DropDown, Hint, Small, Way } from '../../stage/bar';
import { isLine } from '@ignis/core/scene/model/traits';
import { t } from '../../../words/t';

/** What can be done to a weave as a whole, and what the stage waits for. */
export function WeaveTools({ layer }: { layer: Layer }) {
  const scene = useBench((s) => s.scene);
  const { of, state, brushed } = useWoven();
  const hides = useBrush((s) => s.hides);
  const { change } = useBench.getState();
  const { weave } = layer;
  const subject = weave && findLayer(scene, weave.with);
  const subjects = subjectsFor(scene, layer.id);
  const choose = (other: Layer) =>
    change(
      t`Weave with ${other.name}`,
      weave
        ? setWeave(layer.id, { with: other.id, choices: [] })
        : putWeave(layer.id, newWeave(other.id)),
    );
  const itself = isLine(layer) && (
    <Way on={!!layer.source.crossings} label={t`With itself`} onClick={() => weaveItself(layer)} />
  );
  if (subjects.length === 0)
    return (
      <>
        {itself}
        <Hint>{t`There is no other layer to weave it with`}</Hint>
      </>
    );
  const known = of === layer.id ? state : null;
  const corrections = weave?.strokes?.length ?? 0;
  const word = !weave
    ? t`Choose what it is woven with`
    : known?.is === 'lost'
      ? t`What it was woven with is gone: choose another, or undo`
      : known?.is === 'apart'
        ? t`It does not meet ${subject?.name ?? 'it'} anywhere`
        : brushed
          ? // Who has stroked knows, and the row is full.
            corrections === 0 && t`Stroke along the edge`
          : isLine(layer) && layer.source.crossings
            ? t`Click a stretch or a crossing`
            : t`Click a stretch`;
  return (
    <>
      <DropDown
        label={subject ? t`with ${subject.name}` : t`with…`}
        items={subjects.map((l) => ({ label: l.name, run: () => choose(l) }))}
      />
      {itself}
      {weave && subject && (
        <>
          <Small
            label={t`All behind`}
            onClick={() => change(t`All behind`, weaveAll(layer.id, 'behind'))}
          />
          <Small
            label={t`All in front`}
            onClick={() => change(t`All in front`, weaveAll(layer.id, 'front'))}
          />
          <Small
            label={t`In turn`}
            onClick={() => change(t`In turn`, weaveAll(layer.id, 'alternate'))}
          />
        </>
      )}
      {weave && subject && (
        <>
          <Way
            on={brushed}
            label={t`Correct by brush`}
            onClick={() => useWoven.setState({ brushed: !brushed })}
          />
          {brushed && (
            <>
              <Small label={hides ? t`Hides` : t`Shows`} onClick={turnBrush} />
              <BrushSize />
            </>
          )}
          {corrections > 0 && (
            <Small
              label={t`Without corrections`}
              onClick={() => change(t`Take corrections away`, correctWeave(layer.id, null))}
            />
          )}
        </>
      )}
      {word && <Hint>{word}</Hint>}
    </>
  );
}
