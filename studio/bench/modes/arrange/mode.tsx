import { useBench } from '../../../state/bench';
import { scenePoint } from '../../stage/pointer';
import type { OverlayProps, StageMode } from '../mode';
import { Arrange } from './arrange';
import { ArrangeMany } from './arrange-many';
import { LayerTools } from './arrange-tools';
import { t } from '../../../words/t';

/** Moves, scales, turns and shears a layer, or several together. */
export const arrange: StageMode = {
  key: 'arrange',
  label: () => t`Arrange`,
  action: t`Arrange`,
  digit: () => '1',
  applies: ({ layer }) => layer !== null,
  Tools: ({ layer }) => {
    const others = useBench((s) => s.others);
    return layer && <LayerTools ids={[layer.id, ...others]} />;
  },
  Overlay,
};

function Overlay({ stage, layer, pick }: OverlayProps) {
  const others = useBench((s) => s.others);
  if (!layer) return null;
  if (others.length > 0)
    return (
      <ArrangeMany
        stage={stage}
        ids={[layer.id, ...others]}
        onClick={(e) => pick(scenePoint(stage.current!, e), e.shiftKey)}
      />
    );
  return layer.visible ? (
    <Arrange stage={stage} layer={layer} onClick={(p, e) => pick(p, e.shiftKey)} />
  ) : null;
}
