import type { Ramp } from './ramp';
import { rampOf } from './ramp';

/** Ramps to start from, under plain names. */
export const namedRamps: readonly { label: string; value: Ramp }[] = [
  {
    label: 'Ember',
    value: rampOf([
      [0, '#ffe2a8'],
      [40, '#ff9a2e'],
      [100, '#c41e00'],
    ]),
  },
  {
    label: 'Gold',
    value: rampOf([
      [0, '#fff4c0'],
      [35, '#d9a532'],
      [60, '#8a5a16'],
      [100, '#f2cf73'],
    ]),
  },
  {
    label: 'Steel',
    value: rampOf([
      [0, '#f4f7fb'],
      [45, '#8c949e'],
      [55, '#4a5058'],
      [100, '#c8d0da'],
    ]),
  },
  {
    label: 'Sea',
    value: rampOf([
      [0, '#d8fff4'],
      [45, '#2fb8c8'],
      [100, '#0a3a6a'],
    ]),
  },
  {
    label: 'Dusk',
    value: rampOf([
      [0, '#ffd9a0'],
      [45, '#d0587a'],
      [100, '#33235c'],
    ]),
  },
  {
    label: 'To nothing',
    value: rampOf(
      [[0, '#ffffff']],
      [
        [0, 100],
        [100, 0],
      ],
    ),
  },
];
