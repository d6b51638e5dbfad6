import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { useBench } from '../../state/bench';
import { useLookWords } from '../../state/peek';
import { Notice } from './notice';

/** Says what the stage shows while that is not the scene as it is. */
export function Shown() {
  const comparing = useBench((s) => s.comparing);
  const opened = useBench((s) => s.compareWith === 'opened');
  const layer = useBench((s) => findLayer(s.scene, s.selected)?.name ?? null);
  const peek = useLookWords();
  if (peek) return <Notice text={peek} />;
  if (!comparing) return null;
  return (
    <Notice
      text={
        opened || layer === null
          ? 'As it was opened · let go for now'
          : `Without “${layer}” · let go for with it`
      }
    />
  );
}
