import { useBench } from '../../state/bench';
import { useMaking } from '../../state/making';
import { canStop } from '../../workers/engine';
import { UnderWay } from './under-way';

/** Says that the picture of the stage is being made, how far it is, and stops it. */
export function Making() {
  const { since, done, isStopped, stop, resume } = useMaking();
  const isShown = useBench((s) => s.isShown);
  const isPaused = useBench((s) => s.resumePictures !== null);
  if (isPaused) return null;
  if (isStopped)
    return (
      <UnderWay
        text={isShown ? 'The picture is coarse' : 'The picture is not made'}
        action={{ label: isShown ? 'Make it fine' : 'Make it', run: resume }}
      />
    );
  if (since === null) return null;
  return (
    <UnderWay
      key={since}
      text={isShown ? 'Making the picture fine…' : 'Making the picture…'}
      done={done}
      action={canStop ? { label: 'Stop', run: stop } : undefined}
    />
  );
}
