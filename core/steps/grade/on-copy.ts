import type { StepContext } from '../../definitions/step';
import type { ColourBuffer } from '../../pixels/buffer';
import { crop } from '../../pixels/buffer';
import { scoped } from '../../pixels/heap';
import { intersect } from '../../pixels/region';
import { copied } from '../../kernels/rows';

/** A copy of what is wanted of a buffer, after a change in place: how every grade of pixels works. */
export const onCopy = (
  input: ColourBuffer,
  { wanted }: StepContext,
  change: (copy: ColourBuffer) => void,
): ColourBuffer =>
  scoped(() => {
    const part = crop(input, intersect(input.region, wanted));
    const copy = part === input ? copied(part) : part;
    change(copy);
    return copy;
  });
