import { removeAnchor, turnAnchor } from '@ignis/core/geometry/edit-path';
import { closeLine, setPath } from '@ignis/core/scene/edits';
import { useBench, useSelectedLayer, type Mode } from '../../state/bench';
import { endDrawing } from './drawing';

/** The ways of working that apply to the selected layer, and what can be done to a chosen anchor. */
export function ModeBar() {
  const mode = useBench((s) => s.mode);
  const anchor = useBench((s) => s.anchor);
  const layer = useSelectedLayer();
  if (mode === 'draw') return <DrawBar />;
  if (!layer) return <Bar>{<Hint>Click the picture or a card to select a layer</Hint>}</Bar>;
  const line = layer.source.kind === 'line' ? layer.source : null;
  const chosen = line && anchor !== null ? line.path.anchors[anchor] : undefined;
  const { change, set } = useBench.getState();
  return (
    <Bar>
      <ModeButton digit="1" mode="arrange" label="Arrange" />
      {line && <ModeButton digit="2" mode="anchors" label="Anchors" />}
      {layer.mask?.shape.kind === 'fade' && <ModeButton digit="3" mode="mask" label="Mask" />}
      {mode === 'mask' && <Hint>Drag the two ends of the fade</Hint>}
      {mode === 'anchors' && line && (
        <>
          <span className="mx-1 h-5 w-px bg-line" />
          {chosen && anchor !== null ? (
            <>
              <Small
                onClick={() =>
                  change(
                    chosen.kind === 'smooth' ? 'Make a corner' : 'Make smooth',
                    setPath(layer.id, turnAnchor(line.path, anchor)),
                  )
                }
                label={chosen.kind === 'smooth' ? 'Make a corner' : 'Make smooth'}
              />
              <Small
                onClick={() => {
                  change('Remove an anchor', setPath(layer.id, removeAnchor(line.path, anchor)));
                  set({ anchor: null });
                }}
                label="Remove"
              />
            </>
          ) : (
            <Hint>Click the line to insert, drag it to bend</Hint>
          )}
          {line.path.closed ? (
            <Small
              onClick={() =>
                change('Open the line', setPath(layer.id, { ...line.path, closed: false }))
              }
              label="Open path"
            />
          ) : (
            line.path.anchors.length > 2 && (
              <Small
                onClick={() => change('Close the line', closeLine(layer.id))}
                label="Close path"
              />
            )
          )}
        </>
      )}
    </Bar>
  );
}

function DrawBar() {
  const drawn = useBench((s) => s.drawn);
  return (
    <Bar>
      <Hint>
        {drawn
          ? 'Click for a corner, press and drag for a curve. Shift holds to 15°. Click the first anchor to close.'
          : 'Click where the line of light begins'}
      </Hint>
      <Small onClick={endDrawing} label={drawn ? 'Done (Enter)' : 'Cancel (Esc)'} />
    </Bar>
  );
}

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
