import { isTaking, type PaintStroke } from '@ignis/core/brush/paint-brush';
import type { AnyStroke, StrokeHome } from '@ignis/core/scene/edits/stroke-edits';
import {
  carryStrokes,
  putStroke,
  removeStrokes,
  setStrokes,
  strokesOf,
} from '@ignis/core/scene/edits/stroke-edits';
import { addInFront, findLayer } from '@ignis/core/scene/edits/layer-edits';
import { insideOf, lineAlong } from '@ignis/core/scene/edits/stroke-lines';
import { isPaint } from '@ignis/core/scene/model/traits';
import { toast } from 'sonner';
import { liveEdit, useBench } from '../../../state/bench';
import { chooseStrokes, paintBrush, useChosenStrokes, usePaint } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { DropDown, Hint, Small } from '../../stage/bar';
import { plural, t } from '../../../words/t';

/** What can be done with strokes that are chosen, of paint or of a finger. */
export function ChosenTools({ home, chosen }: { home: StrokeHome; chosen: readonly string[] }) {
  const strokes = useBench((s) => strokesOf(s.scene, home));
  const first = strokes.find((s) => chosen.includes(s.id));
  if (!first)
    return <Hint>{t`Click a stroke, with Shift more of them; or drag a box round many`}</Hint>;
  // What erases, and what takes its colours from elsewhere, has none of its own.
  const coloured = strokes
    .filter(isPainted)
    .find((s) => chosen.includes(s.id) && s.way !== 'erase' && !isTaking(s));
  const live = liveEdit(t`Recolour strokes`);
  const { change } = useBench.getState();
  const carry = (to: 'front' | 'back') => () =>
    change(t`Carry strokes`, carryStrokes(home, chosen, to));
  return (
    <>
      {coloured && (
        <ColourField
          label={t`Colour of the strokes`}
          value={coloured.colour}
          onChange={(c) => live.change(setStrokes(home, chosen, { colour: c }))}
          onDone={live.done}
          side="bottom"
        />
      )}
      {!isPainted(first) && (
        <Small
          label={first.enabled ? t`Turn off` : t`Turn on`}
          onClick={() =>
            change(t`Turn strokes on or off`, setStrokes(home, chosen, { enabled: !first.enabled }))
          }
        />
      )}
      <Small label={isPainted(first) ? t`To the front` : t`Last`} onClick={carry('front')} />
      <Small label={isPainted(first) ? t`To the back` : t`First`} onClick={carry('back')} />
      {isPainted(first) && (
        <DropDown
          label={t`Becomes…`}
          items={[
            { label: t`A line of light`, run: () => becomeLine(home, chosen) },
            { label: t`A fill of what it goes round`, run: () => becomeFill(home, chosen) },
          ]}
        />
      )}
      <Small label={t`Delete`} onClick={() => removeChosen(home)} />
      <Hint>
        {t`${plural(chosen.length, '1 stroke', '# strokes')}: drag it, its handles or its knob`}
      </Hint>
    </>
  );
}

/** A line of light along strokes, in front of their layer. */
function becomeLine({ layer: id }: StrokeHome, chosen: readonly string[]): void {
  const { scene, change, select } = useBench.getState();
  const layer = findLayer(scene, id);
  const line = layer && isPaint(layer) && lineAlong(layer, chosen);
  if (!line) return void toast.info(t`A single dab has no way that could be a line`);
  change(t`Strokes become a line`, addInFront([line], id, false));
  select(line.id);
}

/** Fills of what strokes go round, in front of them. */
function becomeFill(home: StrokeHome, chosen: readonly string[]): void {
  const { scene, change } = useBench.getState();
  const layer = findLayer(scene, home.layer);
  if (!layer || !isPaint(layer)) return;
  const fills = insideOf(layer, chosen, paintBrush(), usePaint.getState().colour);
  change(t`Fill what strokes go round`, (s) => fills.forEach((f) => putStroke(home, f)(s)));
  chooseStrokes(fills.map((f) => f.id));
}

const isPainted = (stroke: AnyStroke): stroke is PaintStroke => 'colour' in stroke;

/** Deletes the strokes of a home that are chosen; whether there were any. */
export function removeChosen(home: StrokeHome | null): boolean {
  const { chosen } = useChosenStrokes.getState();
  if (!home || !chosen || chosen.length === 0) return false;
  useBench.getState().change(t`Delete strokes`, removeStrokes(home, chosen));
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
