import { ChevronDown } from 'lucide-react';
import { length } from '@ignis/core/definitions/parameter';
import type { Path } from '@ignis/core/geometry/path';
import {
  cutPath,
  dissolveAnchor,
  joinPaths,
  reversePath,
  simplifyPath,
  turnAnchor,
} from '@ignis/core/geometry/edit-path';
import { closeLine, setPath, setPaths } from '@ignis/core/scene/line-edits';
import { isPath } from '@ignis/core/sources/line-shape';
import { useBench, useSelectedLayer, type Mode } from '../../state/bench';
import { Menu } from '../../ui/menu';
import { NumberField } from '../../ui/number-field';
import { endDrawing } from './drawing';

/** The ways of working that apply to the selected layer, and what can be done to a chosen anchor. */
export function ModeBar() {
  const mode = useBench((s) => s.mode);
  const anchor = useBench((s) => s.anchor);
  const layer = useSelectedLayer();
  if (mode === 'draw') return <DrawBar />;
  if (!layer) return <Bar>{<Hint>Click the picture or a card to select a layer</Hint>}</Bar>;
  const shape = layer.source.kind === 'line' ? layer.source.shape : null;
  const paths = shape && isPath(shape) ? shape.paths : null;
  const at = anchor?.path ?? 0;
  const path = paths?.[at];
  const chosen = anchor ? path?.anchors[anchor.index] : undefined;
  const { change, set } = useBench.getState();
  return (
    <Bar>
      <ModeButton digit="1" mode="arrange" label="Arrange" />
      {paths && <ModeButton digit="2" mode="anchors" label="Anchors" />}
      {layer.mask?.shape.kind === 'fade' && <ModeButton digit="3" mode="mask" label="Mask" />}
      {mode === 'mask' && <Hint>Drag the two ends of the fade</Hint>}
      {mode === 'anchors' && path && (
        <>
          <span className="mx-1 h-5 w-px bg-line" />
          {chosen && anchor ? (
            <>
              <Small
                onClick={() =>
                  change(
                    chosen.kind === 'smooth' ? 'Make a corner' : 'Make smooth',
                    setPath(layer.id, turnAnchor(path, anchor.index), at),
                  )
                }
                label={chosen.kind === 'smooth' ? 'Make a corner' : 'Make smooth'}
              />
              <Small
                onClick={() => {
                  change(
                    'Remove an anchor',
                    setPath(layer.id, dissolveAnchor(path, anchor.index), at),
                  );
                  set({ anchor: null });
                }}
                label="Remove"
              />
              <Small
                onClick={() => {
                  const cut = cutPath(path, anchor.index);
                  change('Cut the path', setPaths(layer.id, paths!.toSpliced(at, 1, ...cut)));
                  set({ anchor: null });
                }}
                label="Cut here"
              />
            </>
          ) : (
            <Hint>Click the line to insert, drag it to bend</Hint>
          )}
          <PathMenu id={layer.id} paths={paths!} at={at} />
        </>
      )}
    </Bar>
  );
}

/** What can be done to a whole path. */
function PathMenu({ id, paths, at }: { id: string; paths: readonly Path[]; at: number }) {
  const { change, set } = useBench.getState();
  const path = paths[at]!;
  const others = paths.flatMap((p, i) => (i !== at && !p.closed ? [i] : []));
  const put = (label: string, next: Path) => {
    change(label, setPath(id, next, at));
    set({ anchor: null });
  };
  return (
    <Menu
      trigger={
        <button
          type="button"
          className="flex items-center gap-1 rounded-full px-2.5 py-1 hover:bg-raised"
        >
          Path <ChevronDown size={13} />
        </button>
      }
      items={[
        path.closed
          ? { label: 'Open the path', run: () => put('Open the line', { ...path, closed: false }) }
          : {
              label: 'Close the path',
              disabled: path.anchors.length < 3,
              run: () => change('Close the line', closeLine(id, at)),
            },
        {
          label: 'Join to the next open path',
          disabled: path.closed || others.length === 0,
          run: () => {
            const other = others.find((i) => i > at) ?? others[0]!;
            const joined = joinPaths(path, paths[other]!);
            const rest = paths.filter((_, i) => i !== at && i !== other);
            change('Join two paths', setPaths(id, [...rest, joined]));
            set({ anchor: null });
          },
        },
        { label: 'Reverse', run: () => put('Reverse the path', reversePath(path)) },
        { label: 'Simplify', run: () => put('Simplify the path', simplifyPath(path, 1)) },
      ]}
    />
  );
}

function DrawBar() {
  const drawn = useBench((s) => s.drawn);
  const freehand = useBench((s) => s.freehand);
  const fidelity = useBench((s) => s.fidelity);
  const { set } = useBench.getState();
  const hint = freehand
    ? 'Press and draw. Near its start the line closes.'
    : drawn
      ? 'Click for a corner, press and drag for a curve. Shift holds to 15°. Click the first anchor to close.'
      : 'Click where the line of light begins';
  return (
    <Bar>
      {!drawn && (
        <>
          <Way on={!freehand} label="Anchors" onClick={() => set({ freehand: false })} />
          <Way on={freehand} label="Freehand" onClick={() => set({ freehand: true })} />
          {freehand && (
            <span className="flex items-baseline pl-2 text-dim" title={FIDELITY.help}>
              smoothed by
              <NumberField
                value={fidelity}
                parameter={FIDELITY}
                onChange={(v) => set({ fidelity: v })}
                onDone={() => undefined}
              />
            </span>
          )}
        </>
      )}
      <Hint>{hint}</Hint>
      <Small onClick={endDrawing} label={drawn ? 'Done (Enter)' : 'Cancel (Esc)'} />
    </Bar>
  );
}

const FIDELITY = length('Smoothed by', 3, {
  min: 0.5,
  max: 60,
  step: 0.5,
  help: 'How far the line may stray from the hand; more makes fewer anchors.',
});

const Way = ({ on, label, onClick }: { on: boolean; label: string; onClick(): void }) => (
  <button
    type="button"
    aria-pressed={on}
    onClick={onClick}
    className={`rounded-full px-3 py-1 ${on ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
  >
    {label}
  </button>
);

const Bar = ({ children }: { children: React.ReactNode }) => (
  <div className="pointer-events-none absolute top-3 right-0 left-0 flex justify-center px-3">
    <div className="pointer-events-auto flex h-9 items-center gap-0.5 rounded-full border border-line bg-panel/95 px-1.5 text-sm shadow-lg">
      {children}
    </div>
  </div>
);

const Hint = ({ children }: { children: React.ReactNode }) => (
  <span className="truncate px-2.5 text-dim">{children}</span>
);

const Small = ({ label, onClick }: { label: string; onClick(): void }) => (
  <button
    type="button"
    onClick={onClick}
    className="rounded-full px-2.5 py-1 whitespace-nowrap hover:bg-raised"
  >
    {label}
  </button>
);

function ModeButton({ digit, mode, label }: { digit: string; mode: Mode; label: string }) {
  const active = useBench((s) => s.mode === mode);
  return (
    <button
      type="button"
      aria-pressed={active}
      onClick={() => useBench.getState().set({ mode })}
      className={`flex items-center gap-1.5 rounded-full px-3 py-1 ${active ? 'bg-ember/20 text-ember-ink' : 'hover:bg-raised'}`}
    >
      <span className="text-xs text-dim">{digit}</span>
      {label}
    </button>
  );
}
