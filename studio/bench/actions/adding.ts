import {
  airs,
  fires,
  flareLooks,
  particleLooks,
  startingPoints,
} from '@ignis/core/scene/starting-points/index';
import { shapes } from '@ignis/core/shapes/index';
import { midSentence, t } from '../../words/t';
import type { Action } from '../commands/action';
import { addFill, addGrade, addShape, addStartingPoint } from '../commands/layers';
import type { BenchDoes, ActionState } from './state';

/** Actions that add layers. */
export function addActions(
  { idle }: ActionState,
  does: Pick<BenchDoes, 'addPicture' | 'addSvg'>,
): Action[] {
  return [
    { name: t`Add a picture`, run: does.addPicture, enabled: true },
    { name: t`Add an SVG as lines of light`, run: does.addSvg, enabled: idle },
    ...[...startingPoints, ...flareLooks, ...airs, ...fires, ...particleLooks].map((p) => ({
      name: t`Add: ${midSentence(t(p.label))}`,
      run: () => addStartingPoint(p),
      enabled: idle,
    })),
    ...shapes.map((s) => ({
      name: t`Add a shape: ${midSentence(t(s.label))}`,
      run: () => addShape(s),
      enabled: idle,
    })),
    { name: t`Add a fill`, run: addFill, enabled: idle },
    { name: t`Add a grade`, run: addGrade, enabled: idle },
  ];
}
