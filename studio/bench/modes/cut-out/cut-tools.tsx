import { markKinds } from '@ignis/core/cutout/cut-out';
import { addStep } from '@ignis/core/scene/edits/layer-edits';
import { cutOutOf, freshCutOut } from '@ignis/core/scene/edits/cut-edits';
import { newStep } from '@ignis/core/scene/model/make';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../../state/bench';
import type { CutTool } from '../../../state/cutting';
import { cutOut, useCutting } from '../../../state/cutting';
import { Hint, Small, Way } from '../../stage/bar';
import { BrushSize } from '../../stage/brush-size';
import { CloseAnswers } from './close-answers';
import { t } from '../../../words/t';

const TOOLS: readonly { tool: CutTool; label: string }[] = [
  { tool: 'box', label: t`Box` },
  { tool: 'lasso', label: t`Lasso` },
  ...markKinds.map((k) => ({ tool: k.value, label: t(k.label) })),
];

/** With what a subject is cut out, and the first guess at one click. */
export function CutTools({ layer }: { layer: Layer }) {
  const { tool, busy, close } = useCutting();
  const found = cutOutOf(layer)?.shape;
  const guess = () => {
    const shape = freshCutOut(layer);
    if (shape) void cutOut(layer.id, shape, t`Cut out`);
  };
  const strokes = tool !== 'box' && tool !== 'lasso';
  const fringe = layer.steps.some((s) => s.kind === 'grade.fringe');
  if (busy)
    return (
      <>
        <Hint>{t`Telling the subject apart…`}</Hint>
        <Small label={t`Stop (Esc)`} onClick={busy.cancel} />
      </>
    );
  return (
    <>
      {!found && <Small label={t`Guess the subject`} onClick={guess} />}
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
      {found && found.marks.length === 0 && close?.layer === layer.id && (
        <CloseAnswers
          answers={close.answers}
          chosen={found.answer ?? 0}
          choose={(answer) => void cutOut(layer.id, { ...found, answer }, t`Cut out otherwise`)}
        />
      )}
      {found && strokes && <BrushSize />}
      <Hint>
        {found
          ? strokes
            ? t`Stroke over what is wrong; its edge is set in the chain`
            : t`Draw round it anew, or choose a stroke for what is wrong`
          : t`Or draw round it, roughly`}
      </Hint>
      {found && !fringe && (
        <Small
          label={t`Clean the fringe`}
          onClick={() =>
            useBench
              .getState()
              .change(t`Clean the fringe`, addStep(layer.id, newStep('grade.fringe')))
          }
        />
      )}
    </>
  );
}
