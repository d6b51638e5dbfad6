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

/** What a well asks for until it is said. */
const ASKS = 'Your picture';

const WELL = {
  isWell: {
    kind: 'switch',
    label: 'Picture well',
    help: 'Whoever uses this look from the library is asked for a picture here.',
    default: false,
  },
} as const satisfies Parameters;

/** The file of a picture layer, another in its place, and whether the library asks for one there. */
export function PictureNode({ layer }: { layer: LayerOf<'picture'> }) {
  const { width, height, well } = layer.source;
  const { change } = useBench.getState();
  return (
    <Node title="Source" aside={`${width} × ${height} px`}>
      <PictureChooser layer={layer.id} label="Another picture in its place">
        {(open) => (
          <Button
            look="plain"
            className="-ml-2 self-start"
            onClick={open}
            {...tip('Another picture in its place: steps, blend and place stay')}
          >
            Replace…
          </Button>
        )}
      </PictureChooser>
      <ParameterControls
        parameters={WELL}
        values={{ isWell: well !== undefined }}
        onChange={({ isWell }) =>
          change(
            isWell ? 'Ask for a picture here' : 'Ask for no picture here',
            setWell(layer.id, isWell ? ASKS : null),
          )
        }
        onDone={() => undefined}
      />
      {well && (
        <div className="grid min-h-7 grid-cols-[104px_1fr] items-center gap-2 text-sm">
          <span className="text-dim">Asks for</span>
          <NameField
            label="What the well asks for"
            value={well.asks}
            most={MAX_ASKS}
            onChange={(asks) => change('Say what belongs here', setWell(layer.id, asks))}
            className="text-right"
          />
        </div>
      )}
    </Node>
  );
}
