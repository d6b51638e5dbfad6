import { defineStep } from '../../definitions/step';
import { throughTable } from '../../kernels/colour-table';
import { copied } from '../../kernels/rows';
import { crop } from '../../pixels/buffer';
import { unpackedTable } from '../../pixels/colour-table';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';

export const lookupTable = defineStep({
  kind: 'grade.lookup-table',
  label: 'Lookup table',
  help: 'Gives every colour another by a table from a .cube file; light above white is cut to white.',
  parameters: {
    table: {
      kind: 'table',
      label: 'Table',
      help: 'A .cube file of one or three dimensions, or both.',
      default: null,
    },
  },
  margin: () => 0,
  keepsShape: true,
  apply: (input, { table }, { mixing, wanted, picture, memo }) => {
    const part = intersect(input.region, wanted);
    if (!table) return scoped(() => copied(crop(input, part)));
    const numbers = memo(
      `table ${JSON.stringify(table)}`,
      () => {
        const { width, height, level } = picture(table.asset);
        const whole = { x: 0, y: 0, width, height };
        return scoped(() => unpackedTable(table, crop(level(0, whole, 'displayed'), whole).data));
      },
      (made) => made.byteLength,
    );
    return throughTable(input, part, mixing, table, numbers);
  },
});
