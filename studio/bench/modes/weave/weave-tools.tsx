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
      `Weave with ${other.name}`,
      weave
        ? setWeave(layer.id, { with: other.id, choices: [] })
        : putWeave(layer.id, newWeave(other.id)),
    );
  const itself = isLine(layer) && (
    <Way on={!!layer.source.crossings} label="With itself" onClick={() => weaveItself(layer)} />
  );
  if (subjects.length === 0)
    return (
      <>
        {itself}
        <Hint>There is no other layer to weave it with</Hint>
      </>
    );
  const known = of === layer.id ? state : null;
  const corrections = weave?.strokes?.length ?? 0;
  const word = !weave
    ? 'Choose what it is woven with'
    : known?.is === 'lost'
      ? 'What it was woven with is gone: choose another, or undo'
      : known?.is === 'apart'
        ? `It does not meet ${subject?.name ?? 'it'} anywhere`
        : brushed
          ? // Who has stroked knows, and the row is full.
            corrections === 0 && 'Stroke along the edge'
          : isLine(layer) && layer.source.crossings
            ? 'Click a stretch or a crossing'
            : 'Click a stretch';
  return (
    <>
      <DropDown
        label={subject ? `with ${subject.name}` : 'with…'}
        items={subjects.map((l) => ({ label: l.name, run: () => choose(l) }))}
      />
      {itself}
      {weave && subject && (
        <>
          <Small
            label="All behind"
            onClick={() => change('All behind', weaveAll(layer.id, 'behind'))}
          />
          <Small
            label="All in front"
            onClick={() => change('All in front', weaveAll(layer.id, 'front'))}
          />
          <Small
            label="In turn"
            onClick={() => change('In turn', weaveAll(layer.id, 'alternate'))}
          />
        </>
      )}
      {weave && subject && (
        <>
          <Way
            on={brushed}
            label="Correct by brush"
            onClick={() => useWoven.setState({ brushed: !brushed })}
          />
          {brushed && (
            <>
              <Small label={hides ? 'Hides' : 'Shows'} onClick={turnBrush} />
              <BrushSize />
            </>
          )}
          {corrections > 0 && (
            <Small
              label="Without corrections"
              onClick={() => change('Take corrections away', correctWeave(layer.id, null))}
            />
          )}
        </>
      )}
      {word && <Hint>{word}</Hint>}
    </>
  );
}
