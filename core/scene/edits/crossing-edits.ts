import { defaultsOf } from '../../definitions/parameter-values';
import type { Crossing, Crossings } from '../../sources/crossings';
import { crossingParameters, overs } from '../../sources/crossings';
import type { Edit } from './edit';
import { sourceOf } from './layer-edits';

/** What can be done where a line crosses itself. */

/** A line goes over and under itself in turn from now on, or its light adds up again. */
export const putCrossings =
  (id: string, on: boolean): Edit =>
  (s) => {
    const source = sourceOf(s, id, 'line');
    if (on) source.crossings = { ...defaultsOf(crossingParameters), choices: [] };
    else delete source.crossings;
  };

export const setCrossings =
  (id: string, values: Partial<Crossings>): Edit =>
  (s) => {
    const { crossings } = sourceOf(s, id, 'line');
    if (crossings) Object.assign(crossings, values);
  };

/** Turns one of the crossings that there are now round; all are written down, so that each keeps what it has. */
export const turnCrossing =
  (id: string, all: readonly Crossing[], index: number): Edit =>
  (s) => {
    const { crossings } = sourceOf(s, id, 'line');
    if (!crossings) return;
    const now = overs(all, crossings);
    crossings.choices = all.map(({ first, second }, i) => ({
      ...{ first: { ...first }, second: { ...second } },
      firstOver: i === index ? !now[i] : now[i]!,
    }));
  };
