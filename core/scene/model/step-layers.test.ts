import { expect, test } from 'vitest';
import { newStep } from './make';
import { layerKeys, renameLayers } from './step-layers';

test('a step names a layer only where that counts', () => {
  const motion = newStep('blur.motion');
  expect(layerKeys(motion)).toEqual([]);
  motion.values = { ...motion.values, course: 'line' };
  expect(layerKeys(motion)).toEqual(['of']);
});

test('a step that names no layer is as it was when layers get other names', () => {
  const motion = newStep('blur.motion');
  const before = { ...motion.values };
  const asked: string[] = [];
  const named = (id: string) => (asked.push(id), `${id}-2`);
  renameLayers(motion, named);
  expect([motion.values, asked]).toEqual([before, []]);
  motion.values = { ...motion.values, course: 'line', of: 'ember' };
  renameLayers(motion, named);
  expect(motion.values.of).toBe('ember-2');
});
