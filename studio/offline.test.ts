import { expect, test } from 'vitest';
import { pictureFormats } from '@ignis/core/files/formats/index';
import { PICTURES } from './offline';

test('the installed app opens every format of pictures that is read', () => {
  const formats = pictureFormats.map((f) => [f.type, f.extensions.map((e) => `.${e}`)] as const);
  expect(PICTURES).toEqual(Object.fromEntries(formats));
});
