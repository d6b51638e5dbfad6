import { markKinds } from '@ignis/core/cutout/cut-out';
import { boxPath } from '@ignis/core/geometry/box-paths';
import { addStep } from '@ignis/core/scene/edits/layer-edits';
import { cutOutOf, freshCutOut } from '@ignis/core/scene/edits/cut-edits';
import { newStep } from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import type { CutTool } from '../../../state/cutting';
import { cutOut, useCutting } from '../../../state/cutting';
import { Hint, Small, Way } from '../../stage/bar';
import { BrushSize } from '../../stage/brush-size';

const TOOLS: readonly { tool: CutTool; label: string }[] = [
  { tool: 'box', label: 'Box' },
  { tool: 'lasso', label: 'Lasso' },
  ...markKinds.map((k) => ({ tool: k.value, label: k.label })),
];

/** The share of a picture that a first guess leaves out along its edges. */
const MARGIN = 0.03;

/** With what a subject is cut out, and the first guess at one click. */
export function CutTools({ layer }: { layer: Layer }) {
  const { tool, busy } = useCutting();
  const found = cutOutOf(layer)?.shape;
  const guess = () => {
    const shape = freshCutOut(layer);
    if (!shape) return;
    const [dx, dy] = [shape.width * MARGIN, shape.height * MARGIN];
    const box = { x0: dx, y0: dy, x1: shape.width - dx, y1: shape.height - dy };
    void cutOut(layer.id, { ...shape, around: boxPath(box) }, 'Cut out');
  };
  const strokes = tool !== 'box' && tool !== 'lasso';
  const fringe = layer.steps.some((s) => s.kind === 'grade.fringe');
  if (busy)
    return (
      <>
        <Hint>Telling the subject apart…</Hint>
        <Small label="Stop (Esc)" onClick={busy.cancel} />
      </>
    );
  return (
    <>
      {!found && <Small label="Guess the subject" onClick={guess} />}
      {TOOLS.filter(({ tool: t }) => found || t === 'box' || t === 'lasso').map(
        ({ tool: t, label }) => (
          <Way
            key={t}
            on={tool === t}
            label={label}
            onClick={() => useCutting.setState({ tool: t })}
          />
        ),
      )}
      {found && strokes && <BrushSize />}
      <Hint>
        {found
          ? strokes
            ? 'Stroke over what is wrong; its edge is set in the chain'
            : 'Draw round it anew, or choose a stroke for what is wrong'
          : 'Or draw round it, roughly'}
      </Hint>
      {found && !fringe && (
        <Small
          label="Clean the fringe"
          onClick={() =>
            useBench
              .getState()
              .change('Clean the fringe', addStep(layer.id, newStep('grade.fringe')))
          }
        />
      )}
    </>
  );
}
