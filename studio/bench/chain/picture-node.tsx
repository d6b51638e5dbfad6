import type { Parameters } from '@ignis/core/definitions/parameter';
import { setWell } from '@ignis/core/scene/edits/picture-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { MAX_ASKS } from '@ignis/core/sources/picture';
import { useBench } from '../../state/bench';
import { Button } from '../../ui/button';
import { NameField } from '../../ui/name-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { tip } from '../../ui/tip';
import { PictureChooser } from '../picture-chooser';
import { Node } from './node';
import { t } from '../../words/t';

/** What a well asks for until it is said. */
const ASKS = t`Your picture`;

const WELL = {
  isWell: {
    kind: 'switch',
    label: t`Picture well`,
    help: t`Whoever uses this look from the library is asked for a picture here.`,
    default: false,
  },
} as const satisfies Parameters;

/** The file of a picture layer, another in its place, and whether the library asks for one there. */
export function PictureNode({ layer }: { layer: LayerOf<'picture'> }) {
  const { width, height, well } = layer.source;
  const { change } = useBench.getState();
  return (
    <Node title={t`Source`} aside={`${width} × ${height} px`}>
      <PictureChooser layer={layer.id} label={t`Another picture in its place`}>
        {(open) => (
          <Button
            look="plain"
            className="-ml-2 self-start"
            onClick={open}
            {...tip(t`Another picture in its place: steps, blend and place stay`)}
          >
            {t`Replace…`}
          </Button>
        )}
      </PictureChooser>
      <ParameterControls
        parameters={WELL}
        values={{ isWell: well !== undefined }}
        onChange={({ isWell }) =>
          change(
            isWell ? t`Ask for a picture here` : t`Ask for no picture here`,
            setWell(layer.id, isWell ? ASKS : null),
          )
        }
        onDone={() => undefined}
      />
      {well && (
        <div className="grid min-h-7 grid-cols-[104px_1fr] items-center gap-2 text-sm">
          <span className="text-dim">{t`Asks for`}</span>
          <NameField
            label={t`What the well asks for`}
            value={well.asks}
            most={MAX_ASKS}
            onChange={(asks) => change(t`Say what belongs here`, setWell(layer.id, asks))}
            className="text-right"
          />
        </div>
      )}
    </Node>
  );
}
