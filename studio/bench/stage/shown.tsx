import { useBench } from '../../state/bench';
import { comparedWords } from '../../state/comparison';
import { useLookWords } from '../../state/peek';
import { Notice } from './notice';
import { t } from '../../words/t';

/** Says what the stage shows while that is not the scene as it is. */
export function Shown() {
  const comparing = useBench((s) => s.comparing);
  const words = useBench(comparedWords);
  const peek = useLookWords();
  if (peek) return <Notice text={peek} />;
  return comparing ? <Notice text={t`${words} · let go for now`} /> : null;
}
