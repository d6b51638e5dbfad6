import { createContext } from 'react';
import type { StoredTable } from '@ignis/core/pixels/colour-table';

/** Brings in the file of a lookup table; null if it cannot be read, of which the artist has a message. */
export const TableChoice = createContext<(file: File) => Promise<StoredTable | null>>(() =>
  Promise.resolve(null),
);
