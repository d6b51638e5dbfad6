import { BookOpen } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { PaintBrush, PaintStroke } from '@ignis/core/brush/paint-brush';
import { paintBrushParameters, wholeBrush } from '@ignis/core/brush/paint-brush';
import { giveBrush, setStrokes } from '@ignis/core/scene/edits/stroke-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { liveEdit, useBench } from '../../state/bench';
import { brushControls, useBrush } from '../../state/brush';
import {
  chooseStrokes,
  fillingParameters,
  paintControls,
  takeBrush,
  useChosenStrokes,
  useFilling,
  usePaint,
} from '../../state/paint';
import { Button } from '../../ui/button';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';
import { PaintedStrokes } from './painted-strokes';
import { WithPictures } from './steps';
import { plural, t } from '../../words/t';

const BrushBook = lazy(() => import('../brushes/brush-book'));

const PAINT_BRUSH = { ...brushControls, ...paintControls };

const paintOn = (): void => {
  chooseStrokes(null);
  useBench.getState().set({ mode: 'paint' });
};

/** What the strokes of a layer are, and the brush: of those that are chosen, or for the next. */
export function PaintNode({ layer }: { layer: LayerOf<'paint'> }) {
  const { strokes } = layer.source;
  const painting = useBench((s) => s.mode === 'paint');
  const chosen = useChosenStrokes((s) => s.chosen);
  const filling = useFilling((s) => s.on);
  const first = chosen && strokes.find((s) => chosen.includes(s.id));
  return (
    <Node title={t`Source`} aside={plural(strokes.length, '1 stroke', '# strokes')}>
      {painting && chosen !== null && <PaintedStrokes layer={layer.id} strokes={strokes} />}
      {painting ? (
        <div className="mb-2 rounded-md bg-ground/60 p-2" role="group" aria-label={t`Brush`}>
          {filling ? (
            <FillControls />
          ) : first ? (
            <BrushOfStrokes {...{ layer, chosen, first }} />
          ) : (
            <BrushForStrokes />
          )}
        </div>
      ) : (
        <Button onClick={() => paintOn()}>{t`Paint on it`}</Button>
      )}
    </Node>
  );
}

/** How far a fill of a colour reaches. */
function FillControls() {
  const filling = useFilling();
  return (
    <ParameterControls
      parameters={fillingParameters}
      values={{ ...filling }}
      onChange={(v) => useFilling.setState(v)}
      onDone={() => undefined}
    />
  );
}

/** The brush book, behind a button. */
function Brushes({ onTake }: { onTake(brush: PaintBrush, colour: string): void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <BookOpen size={15} /> {t`Brushes`}
      </Button>
      {open && (
        <Suspense>
          <BrushBook onTake={onTake} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

/** The brush for the strokes to come. */
function BrushForStrokes() {
  const brush = useBrush();
  const own = usePaint();
  return (
    <>
      <Brushes onTake={takeBrush} />
      <WithPictures>
        <ParameterControls
          parameters={PAINT_BRUSH}
          values={{ ...own, ...brush }}
          onChange={(v) => {
            const [[key]] = Object.entries(v) as [[string, unknown]];
            if (key in brushControls) useBrush.setState(v);
            else usePaint.setState(v);
          }}
          onDone={() => undefined}
        />
      </WithPictures>
    </>
  );
}

/** The brush of strokes that are chosen: what is changed is changed of all of them. */
function BrushOfStrokes({
  layer,
  chosen,
  first,
}: {
  layer: LayerOf<'paint'>;
  chosen: readonly string[];
  first: PaintStroke;
}) {
  const home = { layer: layer.id };
  const live = liveEdit(t`Change the brush of strokes`);
  return (
    <>
      <Brushes
        onTake={(brush) =>
          useBench.getState().change(t`Another brush`, giveBrush(home, chosen, brush))
        }
      />
      <WithPictures>
        <ParameterControls
          parameters={paintBrushParameters}
          values={wholeBrush(first.brush)}
          onChange={(v) =>
            live.change(setStrokes(home, chosen, { brush: v as Partial<PaintStroke['brush']> }))
          }
          onDone={live.done}
        />
      </WithPictures>
    </>
  );
}
