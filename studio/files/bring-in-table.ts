import { FileFault } from '@ignis/core/files/fault';
import type { StoredTable } from '@ignis/core/pixels/colour-table';
import { saveAsset } from '../storage/assets';
import { addAsset } from '../workers/engine';
import { bringInTable as read } from '../workers/questions';
import { t } from '../words/t';

/** Larger files are no tables, bytes: a cube of 128 takes 60 million. */
const LARGEST = 80_000_000;

/** Reads the file of a lookup table and keeps it. Throws an Error with a message for the artist. */
export async function bringInTable(file: File): Promise<StoredTable> {
  if (file.size > LARGEST)
    throw new FileFault(file.name, t`is larger than any table`, t`Choose a .cube file.`);
  const { table, bytes } = await read(file, file.name);
  addAsset(table.asset, bytes);
  await saveAsset(table.asset, bytes);
  return table;
}
