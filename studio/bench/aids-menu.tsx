import { Ruler } from 'lucide-react';
import { useBench } from '../state/bench';
import { useStageAids } from '../state/stage-aids';
import { Button } from '../ui/button';
import { Menu } from '../ui/menu';
import { aidActions } from './actions/aids';
import { t } from '../words/t';

/** Rulers, guides, snapping, grid and measuring, from one button. */
export function AidsMenu() {
  useStageAids();
  useBench((s) => s.scene.guides.length);
  return (
    <Menu
      trigger={
        <Button
          look="icon"
          aria-label={t`Rulers, guides and grid`}
          data-tip={t`Rulers, guides and grid`}
        >
          <Ruler size={16} />
        </Button>
      }
      items={aidActions().map((a) => ({ label: a.name, run: a.run, disabled: !a.enabled }))}
    />
  );
}
