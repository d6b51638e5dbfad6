import { length } from '@ignis/core/definitions/parameter';
import type { AnchorKind, Path } from '@ignis/core/geometry/path';
import {
  cutPath,
  joinPaths,
  reversePath,
  simplifyPath,
  turnAnchor,
} from '@ignis/core/geometry/edit-path';
import { alignAnchors, dissolveAnchors } from '@ignis/core/geometry/anchors';
import { setPlacement } from '@ignis/core/scene/edits/layer-edits';
import { laidFlat } from '@ignis/core/scene/arrange/placement';
import { closeLine, setPath, setPaths } from '@ignis/core/scene/edits/line-edits';
import type { Layer } from '@ignis/core/scene/model/schema';
import { changeText } from '@ignis/core/scene/edits/text-edits';
import { withLetter } from '@ignis/core/text/edit-text';
import { useTyping } from '../../state/typing';
import { isPath } from '@ignis/core/sources/line-shape';
import { useBench, useSelectedLayer } from '../../state/bench';
import { NumberField } from '../../ui/number-field';
import { EDGES, GuideTools, LayerTools } from './arrange-tools';
import { Bar, DropDown, Hint, ModeButton, Small, Way } from './bar';
import { CutTools } from './cut-tools';
import { endDrawing } from './drawing';
import { MaskTools } from './mask-tools';
import { ReshapeTools, canReshape } from './reshape-tools';
import { SelectTools } from './select-tools';
import { RepeatBar } from './repeat-bar';
import { gradientPass } from './gradient';
import { WeaveTools } from './weave-tools';
import { beginWeaving } from './weaving';
import { hasStyleHandles } from './style-handles';

/** The ways of working that apply to the selected layer, and what can be done to chosen anchors. */
export function ModeBar() {
  const mode = useBench((s) => s.mode);
  const open = useBench((s) => s.pass);
  const step = useBench((s) => s.step);
  const layer = useSelectedLayer();
  const guide = useBench((s) => s.guide);
  const others = useBench((s) => s.others);
  const inCorners = useBench((s) => !!layer && laidFlat(s.scene, layer.id, false) !== s.scene);
  if (mode === 'draw') return <DrawBar />;
  if (mode === 'write')
    return (
      <Bar>
        <Hint>Click where the text begins, or drag a box for it</Hint>
        <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label="Cancel (Esc)" />
      </Bar>
    );
  if (mode === 'lamp')
    return (
      <Bar>
        <Hint>Drag the lamp round for its direction, to the middle for its height</Hint>
        <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label="Done (Esc)" />
      </Bar>
    );
  if (mode === 'measure')
    return (
      <Bar>
        <Hint>Drag from one point to another to measure. Shift holds to 15°.</Hint>
        <Small onClick={() => useBench.getState().set({ mode: 'arrange' })} label="Done (Esc)" />
      </Bar>
    );
  if (mode === 'repeat' && layer) return <RepeatBar layer={layer} />;
  if (guide) return <Bar>{<GuideTools id={guide} />}</Bar>;
  const select = mode === 'select' ? <SelectTools layer={layer ?? null} /> : null;
  if (!layer)
    return (
      <Bar tools={select}>
        <Hint>Click the picture or a card to choose a layer</Hint>
        <SelectButton />
      </Bar>
    );
  const shape = layer.source.kind === 'line' ? layer.source.shape : null;
  const paths = shape && isPath(shape) ? shape.paths : null;
  const gradient = gradientPass(layer, open);
  const reshapes = canReshape(layer, step);
  const follows = layer.steps.some((s) => s.enabled && s.values.follows === 'scene');
  const tools = (
    <>
      {mode === 'weave' && <WeaveTools layer={layer} />}
      {mode === 'style' && (
        <Hint>
          {layer.source.kind === 'shadow' ? LAY_DOWN : 'Drag the handles of the style that is open'}
        </Hint>
      )}
      {mode === 'corners' && <CornerTools layer={layer} />}
      {mode === 'arrange' && <LayerTools ids={[layer.id, ...others]} />}
      {mode === 'cut-out' && <CutTools layer={layer} />}
      {mode === 'reshape' && <ReshapeTools layer={layer} />}
      {mode === 'mask' && <MaskTools layer={layer} />}
      {select}
      {mode === 'type' && <Hint>Esc ends; double-click chooses a word, three clicks all</Hint>}
      {mode === 'letters' && layer.source.kind === 'text' && <LetterTools layer={layer} />}
      {mode === 'width' && <Hint>Pull the line wider or thinner at its anchors</Hint>}
      {mode === 'gaps' && (
        <Hint>Click the line to break it; drag a gap along, click it to close</Hint>
      )}
      {mode === 'ramp' && <Hint>Drag the ends; click between them to add a colour</Hint>}
      {mode === 'anchors' && paths && <AnchorTools id={layer.id} paths={paths} />}
      {inCorners && <Hint>Its group lies flat for now</Hint>}
    </>
  );
  return (
    <Bar tools={tools}>
      <ModeButton digit="1" mode="arrange" label="Arrange" />
      {paths && <ModeButton digit="2" mode="anchors" label="Anchors" />}
      {layer.source.kind === 'text' && <ModeButton digit="2" mode="type" label="Type" />}
      {layer.source.kind === 'picture' && <ModeButton digit="2" mode="cut-out" label="Cut out" />}
      <ModeButton digit="3" mode="mask" label="Mask" />
      {layer.source.kind === 'text' && <ModeButton digit="4" mode="letters" label="Letters" />}
      {paths && <ModeButton digit="4" mode="width" label="Width" />}
      {shape && <ModeButton digit="5" mode="gaps" label="Gaps" />}
      {reshapes && <ModeButton digit={shape ? '6' : '5'} mode="reshape" label="Reshape" />}
      {gradient && !(shape && reshapes) && <ModeButton digit="6" mode="ramp" label="Gradient" />}
      {!gradient && !(shape && reshapes) && hasStyleHandles(layer, step) && (
        <ModeButton
          digit="6"
          mode="style"
          label={layer.source.kind === 'shadow' ? 'Lay down' : 'Style'}
        />
      )}
      {others.length === 0 && !CORNERLESS.has(layer.source.kind) && (
        <ModeButton digit="7" mode="corners" label="Corners" />
      )}
      {follows && <ModeButton digit="8" mode="lamp" label="Scene light" />}
      {layer.source.kind !== 'grade' && (
        <ModeButton digit="9" mode="weave" label="Weave" onClick={() => beginWeaving(layer)} />
      )}
      <SelectButton />
    </Bar>
  );
}

/** What has no box of its own whose corners could be carried. */
const CORNERLESS: ReadonlySet<string> = new Set(['grade', 'fill', 'spill', 'shadow']);
/** What the handles of a shadow do. */
const LAY_DOWN = 'Drag its far end, the line it stands on, or a corner';

const SelectButton = () => <ModeButton digit="0" mode="select" label="Select" />;

/** What can be done to the letter that is being moved by hand. */
function LetterTools({ layer }: { layer: Layer }) {
  const letter = useTyping((s) => s.letter);
  const { source } = layer;
  if (source.kind !== 'text') return null;
  const moved = source.letters.some((l) => l.at === letter);
  if (!moved && source.letters.length === 0)
    return <Hint>Click a letter, then move, turn or scale it</Hint>;
  const { change } = useBench.getState();
  return (
    <>
      {moved && (
        <Small
          label="Put the letter back"
          onClick={() =>
            change(
              'Put a letter back',
              changeText(layer.id, (t) => withLetter(t, letter!, null)),
            )
          }
        />
      )}
      <Small
        label="Put all back"
        onClick={() =>
          change(
            'Put all letters back',
            changeText(layer.id, (t) => ({ ...t, letters: [] })),
          )
        }
      />
    </>
  );
}

/** What can be done to the corners of a layer. */
function CornerTools({ layer }: { layer: Layer }) {
  if (!layer.placement.corners) return <Hint>Drag a corner anywhere; Shift keeps perspective</Hint>;
  return (
    <Small
      label="Straighten"
      onClick={() =>
        useBench.getState().change('Straighten', setPlacement(layer.id, { corners: null }))
      }
    />
  );
}

const KINDS = [
  { kind: 'corner', label: 'Corner' },
  { kind: 'smooth', label: 'Smooth' },
  { kind: 'symmetrical', label: 'Symmetrical' },
] as const;

/** What can be done to the chosen anchors, and to their path. */
function AnchorTools({ id, paths }: { id: string; paths: Path[] }) {
  const anchors = useBench((s) => s.anchors);
  const { change, set } = useBench.getState();
  const at = anchors[0] ?? { path: 0, index: -1 };
  const path = paths[at.path];
  if (!path) return null;
  const first = path.anchors[at.index];
  const turn = (kind: AnchorKind) => {
    const turned = paths.map((p, i) =>
      anchors.filter((c) => c.path === i).reduce((q, c) => turnAnchor(q, c.index, kind), p),
    );
    change(`Make ${kind === 'corner' ? 'a corner' : kind}`, setPaths(id, turned));
  };
  return (
    <>
      {!first && (
        <Hint>Click the line to insert, drag it to bend; drag beside it to choose many</Hint>
      )}
      {anchors.length > 1 && (
        <>
          <Hint>{anchors.length} anchors</Hint>
          <DropDown
            label="Align"
            items={EDGES.map(({ edge, label }) => ({
              label,
              run: () => change('Align anchors', setPaths(id, alignAnchors(paths, anchors, edge))),
            }))}
          />
        </>
      )}
      {first && (
        <>
          <DropDown
            label={
              anchors.length > 1 ? 'Kind' : KINDS.find(({ kind }) => kind === first.kind)!.label
            }
            items={KINDS.map(({ kind, label }) => ({
              label: `${label} anchor`,
              disabled: anchors.length === 1 && kind === first.kind,
              run: () => turn(kind),
            }))}
          />
          <Small
            onClick={() => {
              change('Remove anchors', setPaths(id, dissolveAnchors(paths, anchors)));
              set({ anchors: [] });
            }}
            label="Remove"
          />
        </>
      )}
      {anchors.length === 1 && (
        <Small
          onClick={() => {
            const cut = cutPath(path, at.index);
            change('Cut the path', setPaths(id, paths.toSpliced(at.path, 1, ...cut)));
            set({ anchors: [] });
          }}
          label="Cut here"
        />
      )}
      <PathMenu id={id} paths={paths} at={at.path} />
    </>
  );
}

/** What can be done to a whole path. */
function PathMenu({ id, paths, at }: { id: string; paths: readonly Path[]; at: number }) {
  const { change, set } = useBench.getState();
  const path = paths[at]!;
  const others = paths.flatMap((p, i) => (i !== at && !p.closed ? [i] : []));
  const put = (label: string, next: Path) => {
    change(label, setPath(id, next, at));
    set({ anchors: [] });
  };
  return (
    <DropDown
      label="Path"
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
            set({ anchors: [] });
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
