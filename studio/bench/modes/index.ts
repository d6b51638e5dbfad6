import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { useBench } from '../../state/bench';
import { anchors } from './anchors/mode';
import { arrange } from './arrange/mode';
import { corners } from './corners/mode';
import { cutOut } from './cut-out/mode';
import { draw } from './draw/mode';
import { drips } from './drips/mode';
import { gaps } from './gaps/mode';
import { lamp } from './lamp/mode';
import { letters } from './letters/mode';
import { mask } from './mask/mode';
import { measure } from './measure/mode';
import type { Situation, StageMode } from './mode';
import { paint } from './paint/mode';
import { ramp } from './ramp/mode';
import { repeat } from './repeat/mode';
import { reshape } from './reshape/mode';
import { select } from './select/mode';
import { smear } from './smear/mode';
import { style } from './style/mode';
import { type } from './type/mode';
import { weave } from './weave/mode';
import { where } from './where/mode';
import { width } from './width/mode';
import { write } from './write/mode';

/** Every mode of the stage, in the order of the row. To add one: one folder, and one line here. */
export const modes: readonly StageMode[] = [
  draw,
  write,
  arrange,
  anchors,
  type,
  paint,
  cutOut,
  mask,
  where,
  letters,
  width,
  gaps,
  reshape,
  smear,
  drips,
  ramp,
  style,
  corners,
  lamp,
  weave,
  select,
  measure,
  repeat,
];

const byKey = new Map(modes.map((m) => [m.key, m]));

/** The mode that the store names. Throws an Error if there is none of that key. */
export function modeOf(key: string): StageMode {
  const found = byKey.get(key);
  if (!found)
    throw new Error(`There is no mode "${key}"; there are ${[...byKey.keys()].join(', ')}.`);
  return found;
}

/** What is selected on the bench now. */
export function situation(): Situation {
  const { scene, selected, others, pass, step } = useBench.getState();
  return { scene, layer: findLayer(scene, selected) ?? null, others, pass, step };
}

/** A mode that can be chosen, and the digit that does it. */
export interface Offered {
  mode: StageMode;
  digit: string | undefined;
}

/** The modes that the row offers: each digit goes to the first that applies. */
export function offeredModes(on: Situation): Offered[] {
  const taken = new Set<string>();
  return modes.flatMap((mode) => {
    const digit = mode.digit?.(on);
    if (digit !== undefined && taken.has(digit)) return [];
    if (!mode.applies(on) || !(mode.offered?.(on) ?? true)) return [];
    if (digit !== undefined) taken.add(digit);
    return [{ mode, digit }];
  });
}

/** Goes over to a mode; chosen once more, does what that means in it. */
export function beginMode(mode: StageMode): void {
  const { mode: now, set } = useBench.getState();
  if (mode.again && now === mode.key) mode.again();
  else if (mode.begin) mode.begin(situation());
  else set({ mode: mode.key });
}

/** Goes back to arranging when the mode no longer applies to what is selected. */
export function leaveWhatIsGone(): void {
  const { mode, set } = useBench.getState();
  const { key, applies } = modeOf(mode);
  if (key !== arrange.key && !applies(situation())) set({ mode: arrange.key });
}
