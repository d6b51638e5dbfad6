import { essenceOf } from './essence';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { addInFront, setLayer } from '@ignis/core/scene/edits/layer-edits';
import { newId } from '@ignis/core/scene/model/new-id';
import { changeText, outlinedText, splitIntoLetters } from '@ignis/core/scene/edits/text-edits';
import { staggerParameters } from '@ignis/core/text/content';
import { isReady } from '@ignis/core/text/layout';
import { liveEdit, useBench } from '../../state/bench';
import { Button } from '../../ui/button';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import type { TextLayer } from './text-layer';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** Letters moved by rule; and what a text can be turned into. */
export function Stagger({ layer }: { layer: TextLayer }) {
  const live = liveEdit(t`Move the letters`);
  const { change, select } = useBench.getState();
  const drawn = () => {
    const found = drawnLayer(useBench.getState().scene, layer.id)?.source;
    return found?.kind === 'text' && isReady(found) ? found : null;
  };
  return (
    <Node
      title={t`Single letters`}
      essence={() => essenceOf({ rule: staggerParameters.rule }, layer.source.stagger)}
    >
      <ParameterControls
        parameters={staggerParameters}
        values={layer.source.stagger}
        onChange={(v) =>
          live.change(changeText(layer.id, (t) => ({ ...t, stagger: { ...t.stagger, ...v } })))
        }
        onDone={live.done}
      />
      <div className="mt-1 flex flex-wrap gap-x-1">
        <Button
          look="plain"
          className="-ml-2"
          {...tip(t`A group of one text a letter, for letters that stand at different depths`)}
          onClick={() => {
            const text = drawn();
            if (!text) return;
            const group = newId();
            change(t`Split into letters`, splitIntoLetters(layer.id, text, group));
            select(group);
          }}
        >
          {t`split into letters`}
        </Button>
        <Button
          look="plain"
          className="-ml-2"
          {...tip(t`A line of light round the letters; the text is hidden`)}
          onClick={() => {
            const text = drawn();
            if (!text) return;
            const size = text.ranges[0]!.style.size;
            const line = outlinedText({ ...layer, source: text }, Math.max(2, size / 20));
            change(t`Outlines as a line of light`, (s) => {
              setLayer(layer.id, { visible: false })(s);
              addInFront([line], layer.id, false)(s);
            });
            select(line.id);
          }}
        >
          {t`outlines as a line`}
        </Button>
      </div>
    </Node>
  );
}
