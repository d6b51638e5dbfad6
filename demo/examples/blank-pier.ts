/** Blank pier: the picture alone. */
import { newPicture, newScene } from '@ignis/core/scene/model/make';
import { named, pier, write } from './make';

const middle = { x: 960, y: 600 };

const blank = newScene('Blank pier', 1920, 1200, '#0b0d12');
blank.layers.push(named(newPicture('Pier at dusk', pier.source, blank, middle, true), 'pier'));
await write('blank-pier', blank, [pier]);
