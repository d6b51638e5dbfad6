import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import type { AnyStroke, StrokeHome } from '@ignis/core/scene/edits/stroke-edits';
import {
  carryStrokes,
  removeStrokes,
  setStrokes,
  strokesOf,
} from '@ignis/core/scene/edits/stroke-edits';
import { liveEdit, useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { Hint, Small } from '../../stage/bar';

/** What can be done with strokes that are chosen, of paint or of a finger. */
export function ChosenTools({ home, chosen }: { home: StrokeHome; chosen: readonly string[] }) {
  const strokes = useBench((s) => strokesOf(s.scene, home));
  const first = strokes.find((s) => chosen.includes(s.id));
  if (!first) return <Hint>Click a stroke, with Shift more of them; or drag a box round many</Hint>;
  const live = liveEdit('Recolour strokes');
  const { change } = useBench.getState();
  const carry = (to: 'front' | 'back') => () =>
    change('Carry strokes', carryStrokes(home, chosen, to));
  return (
    <>
      {isPainted(first) ? (
        <ColourField
          label="Colour of the strokes"
          value={first.colour}
          onChange={(c) => live.change(setStrokes(home, chosen, { colour: c }))}
          onDone={live.done}
          side="bottom"
        />
      ) : (
        <Small
          label={first.enabled ? 'Turn off' : 'Turn on'}
          onClick={() =>
            change('Turn strokes on or off', setStrokes(home, chosen, { enabled: !first.enabled }))
          }
        />
      )}
      <Small label={isPainted(first) ? 'To the front' : 'Last'} onClick={carry('front')} />
      <Small label={isPainted(first) ? 'To the back' : 'First'} onClick={carry('back')} />
      <Small label="Delete" onClick={() => removeChosen(home)} />
      <Hint>
        {chosen.length === 1 ? '1 stroke' : `${chosen.length} strokes`}: drag it, its handles or its
        knob
      </Hint>
    </>
  );
}

const isPainted = (stroke: AnyStroke): stroke is PaintStroke => 'colour' in stroke;

/** Deletes the strokes of a home that are chosen; whether there were any. */
export function removeChosen(home: StrokeHome | null): boolean {
  const { chosen } = useChosenStrokes.getState();
  if (!home || !chosen || chosen.length === 0) return false;
  useBench.getState().change('Delete strokes', removeStrokes(home, chosen));
  chooseStrokes([]);
  return true;
}

/** Chooses all strokes of a home while strokes are chosen; whether it did. */
export function chooseAllStrokes(home: StrokeHome | null): boolean {
  if (!home || !useChosenStrokes.getState().chosen) return false;
  chooseStrokes(strokesOf(useBench.getState().scene, home).map((s) => s.id));
  return true;
}

/** Lets go of chosen strokes, and then of choosing; whether there was anything. */
export function releaseStrokes(): boolean {
  const { chosen } = useChosenStrokes.getState();
  if (!chosen) return false;
  chooseStrokes(chosen.length > 0 ? [] : null);
  return true;
}
