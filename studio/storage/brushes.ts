import type { BookBrush } from '@ignis/core/recipes/brushes/book-brush';
import { newId } from '@ignis/core/scene/model/new-id';
import { database } from './connection';
import { bookRecords } from './book-records';

/** Brushes of the artist's own. */
const records = bookRecords(() => database.brushes);

export const { list: listBrushes, put: putBrush, remove: removeBrush } = records;

/** Keeps a brush as a new one. */
export const saveBrush = (brush: BookBrush): Promise<void> =>
  records.put({ id: newId(), brush, kept: Date.now() });
