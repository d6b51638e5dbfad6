import { MonitorUp } from 'lucide-react';
import { useBench } from '../state/bench';
import { takeOver } from '../state/opened-scene';
import { Button } from '../ui/button';
import { tip } from '../ui/tip';
import { t } from '../words/t';

/** Says that another tab works on the scene, and offers to go on in this one. */
export function ReadOnly() {
  const readOnly = useBench((s) => s.readOnly);
  if (!readOnly) return null;
  return (
    <div
      role="status"
      className="absolute bottom-4 left-4 z-20 flex items-center gap-3 rounded-lg border border-line bg-raised py-1.5 pr-1.5 pl-3.5 text-sm shadow-lg"
    >
      <span>{t`Another tab works on this scene. You see what it does.`}</span>
      <Button
        onClick={takeOver}
        {...tip(t`The other tab stores what it has, and then only looks on`)}
      >
        <MonitorUp size={15} /> {t`Work here`}
      </Button>
    </div>
  );
}
