import { toast } from 'sonner';
import { useBench } from '../../state/bench';
import { t } from '../../words/t';

/** Says what was taken back or done again. */
const travelled = (word: string, label: string | null) =>
  label && toast(`${word}: ${label}`, { id: 'travel', duration: 1500 });

/** Takes the last change back, and says what it was. */
export const undo = () => void travelled(t`Taken back`, useBench.getState().undo());

/** Does again what was taken back last, and says what it is. */
export const redo = () => void travelled(t`Done again`, useBench.getState().redo());
