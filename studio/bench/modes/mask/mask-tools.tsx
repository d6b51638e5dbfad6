import { partWays } from '@ignis/core/masks/mask';
import type { MaskPart } from '@ignis/core/masks/mask';
import type { Layer } from '@ignis/core/scene/model/schema';
import type { MaskTool } from '../../../state/brush';
import { hasWay, turnBrush, useBrush } from '../../../state/brush';
import type { MaskLook } from '../../../state/shown-mask';
import { useShownMask } from '../../../state/shown-mask';
import { useBench } from '../../../state/bench';
import { DropDown, Hint, Small } from '../../stage/bar';
import { useMasked } from './masked';
import { t } from '../../../words/t';

/** What masks and selections are worked on with. */
export const TOOLS: readonly { tool: MaskTool; label: string }[] = [
  { tool: 'brush', label: t`Brush` },
  { tool: 'lasso', label: t`Lasso` },
  { tool: 'box', label: t`Box` },
  { tool: 'oval', label: t`Oval` },
  { tool: 'colour', label: t`Colour reach` },
  { tool: 'fade', label: t`Fade` },
  { tool: 'ends', label: t`Ends of fades` },
  { tool: 'move', label: t`Move by itself` },
];

const HINTS: Readonly<Record<MaskTool, string>> = {
  brush: t`Shift goes straight on from the last stroke; [ and ] change the size`,
  lasso: t`Draw by hand, click for corners; Enter closes it, Esc leaves it`,
  box: t`Drag a box; Shift makes it square`,
  oval: t`Drag an oval; Shift makes it round`,
  colour: t`Click a colour; how far it reaches is set in the chain`,
  fade: t`Drag from where all shows to where nothing does`,
  ends: t`Drag the ends of the fades`,
  move: t`Drag it, pull its corners, turn it: the picture stays`,
};

const LOOKS: readonly { look: MaskLook; label: string }[] = [
  { look: 'picture', label: t`Show the picture` },
  { look: 'overlay', label: t`Show as overlay` },
  { look: 'alone', label: t`Show the mask alone` },
  { look: 'outline', label: t`Show its outline` },
];

/** The tool, to be chosen from a list. */
export function ToolChoice() {
  const tool = useBrush((s) => s.tool);
  return (
    <DropDown
      label={TOOLS.find((t) => t.tool === tool)!.label}
      items={TOOLS.map((t) => ({
        label: t.label,
        run: () => useBrush.setState({ tool: t.tool }),
      }))}
    />
  );
}

/** What the tool wants, in a sentence, and what can be set on it. */
export function ToolHelp({ layer }: { layer: Layer | null }) {
  const { tool, hides, reachOf } = useBrush();
  const mode = useBench((s) => s.mode);
  const selecting = mode === 'select';
  const digit = mode === 'where' ? '8' : '3';
  return (
    <>
      {tool === 'brush' && (
        <Small
          label={
            selecting
              ? hides
                ? t`Subtracts`
                : t`Adds`
              : hides
                ? t`Hides · ${digit} to reveal`
                : t`Reveals · ${digit} to hide`
          }
          onClick={turnBrush}
        />
      )}
      {tool === 'colour' && layer && (
        <DropDown
          label={reachOf === 'layer' ? t`of ${layer.name}` : t`of the scene`}
          items={[
            { label: t`Colours of the scene`, run: () => useBrush.setState({ reachOf: 'scene' }) },
            {
              label: t`Colours of ${layer.name} alone`,
              run: () => useBrush.setState({ reachOf: 'layer' }),
            },
          ]}
        />
      )}
      <Hint>{HINTS[tool]}</Hint>
    </>
  );
}

/** With what the mask is worked on, whether that reveals or hides, and how the mask is shown. */
export function MaskTools({ layer }: { layer: Layer }) {
  const { tool, way } = useBrush();
  const look = useShownMask((s) => s.look);
  const mask = useMasked()?.mask;
  return (
    <>
      <ToolChoice />
      {hasWay(tool) && (
        <DropDown
          label={t(partWays.find((w) => w.value === way)!.label)}
          items={partWays.map((w) => ({
            label: t(w.label),
            run: () => useBrush.setState({ way: w.value as MaskPart['way'] }),
          }))}
        />
      )}
      <ToolHelp layer={layer} />
      {mask && (
        <DropDown
          label={LOOKS.find((l) => l.look === look)!.label}
          items={LOOKS.map((l) => ({
            label: l.label,
            run: () => useShownMask.setState({ look: l.look }),
          }))}
        />
      )}
    </>
  );
}
