import type { Candidate } from '@ignis/core/scene/look-sheet';
import type { Ramp } from '@ignis/core/pixels/ramp';
import { rampOf } from '@ignis/core/pixels/ramp';

const named = (label: string, value: Ramp): Candidate & { value: Ramp } => ({ label, value });

/** Ramps to start from, under plain names. */
export const RAMPS: readonly { label: string; value: Ramp }[] = [
  named(
    'Ember',
    rampOf([
      [0, '#ffe2a8'],
      [40, '#ff9a2e'],
      [100, '#c41e00'],
    ]),
  ),
  named(
    'Gold',
    rampOf([
      [0, '#fff4c0'],
      [35, '#d9a532'],
      [60, '#8a5a16'],
      [100, '#f2cf73'],
    ]),
  ),
  named(
    'Steel',
    rampOf([
      [0, '#f4f7fb'],
      [45, '#8c949e'],
      [55, '#4a5058'],
      [100, '#c8d0da'],
    ]),
  ),
  named(
    'Sea',
    rampOf([
      [0, '#d8fff4'],
      [45, '#2fb8c8'],
      [100, '#0a3a6a'],
    ]),
  ),
  named(
    'Dusk',
    rampOf([
      [0, '#ffd9a0'],
      [45, '#d0587a'],
      [100, '#33235c'],
    ]),
  ),
  named(
    'To nothing',
    rampOf(
      [[0, '#ffffff']],
      [
        [0, 100],
        [100, 0],
      ],
    ),
  ),
];
