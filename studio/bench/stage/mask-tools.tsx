import { partWays } from '@ignis/core/masks/mask';
import type { MaskPart } from '@ignis/core/masks/mask';
import type { MaskTool } from '../../state/brush';
import { turnBrush, useBrush } from '../../state/brush';
import { DropDown, Hint, Small } from './bar';

const TOOLS: readonly { tool: MaskTool; label: string }[] = [
  { tool: 'brush', label: 'Brush' },
  { tool: 'lasso', label: 'Lasso' },
  { tool: 'box', label: 'Box' },
  { tool: 'oval', label: 'Oval' },
  { tool: 'fade', label: 'Fade' },
  { tool: 'ends', label: 'Ends of fades' },
];

const HINTS: Readonly<Record<MaskTool, string>> = {
  brush: 'Shift goes straight on from the last stroke; [ and ] change the size',
  lasso: 'Draw by hand, click for corners; Enter closes it, Esc leaves it',
  box: 'Drag a box; Shift makes it square',
  oval: 'Drag an oval; Shift makes it round',
  fade: 'Drag from where all shows to where nothing does',
  ends: 'Drag the ends of the fades',
};

/** With what the mask is worked on, and whether that reveals or hides. */
export function MaskTools() {
  const { tool, hides, way } = useBrush();
  return (
    <>
      <DropDown
        label={TOOLS.find((t) => t.tool === tool)!.label}
        items={TOOLS.map((t) => ({
          label: t.label,
          run: () => useBrush.setState({ tool: t.tool }),
        }))}
      />
      {tool === 'brush' && (
        <Small label={hides ? 'Hides · 3 to reveal' : 'Reveals · 3 to hide'} onClick={turnBrush} />
      )}
      {tool !== 'brush' && tool !== 'ends' && (
        <DropDown
          label={partWays.find((w) => w.value === way)!.label}
          items={partWays.map((w) => ({
            label: w.label,
            run: () => useBrush.setState({ way: w.value as MaskPart['way'] }),
          }))}
        />
      )}
      <Hint>{HINTS[tool]}</Hint>
    </>
  );
}
