import { useBench } from '../../state/bench';
import { useMaking } from '../../state/making';
import { canStop } from '../../workers/engine';
import { UnderWay } from './under-way';
import { t } from '../../words/t';

/** Says that the picture of the stage is being made, how far it is, and stops it. */
export function Making() {
  const { since, done, isStopped, stop, resume } = useMaking();
  const isShown = useBench((s) => s.isShown);
  const isPaused = useBench((s) => s.resumePictures !== null);
  if (isPaused) return null;
  if (isStopped)
    return (
      <UnderWay
        text={isShown ? t`The picture is coarse` : t`The picture is not made`}
        action={{ label: isShown ? t`Make it fine` : t`Make it`, run: resume }}
      />
    );
  if (since === null) return null;
  return (
    <UnderWay
      key={since}
      text={isShown ? t`Making the picture fine…` : t`Making the picture…`}
      done={done}
      action={canStop ? { label: t`Stop`, run: stop } : undefined}
    />
  );
}
