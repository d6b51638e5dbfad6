import type { Point } from '@ignis/core/geometry/affine';
import { movable } from '../../ui/tip';
import { t } from '../../words/t';
import { Reach } from './reach';

interface Props {
  /** CSS px of the stage, top left first and clockwise. */
  seen: readonly Point[];
  /** What each is called, and what dragging it does. */
  names: readonly string[];
  does: string;
  onPress(corner: number, down: React.PointerEvent): void;
}

/** A sheet by its four corners, each of which is dragged by itself. */
export function FourCorners({ seen, names, does, onPress }: Props) {
  const outline = seen.map((c) => `${c.x},${c.y}`).join(' ');
  return (
    <>
      <g fill="none" pointerEvents="none">
        <polygon points={outline} stroke="#000" strokeOpacity={0.5} strokeWidth={3} />
        <polygon points={outline} stroke="#ff7a3c" strokeWidth={1.3} />
      </g>
      {seen.map((c, i) => (
        <g
          key={names[i]}
          onPointerDown={(down) => onPress(i, down)}
          className="cursor-move"
          data-corner={i}
          {...movable(t`${names[i]!} corner: ${does}`)}
          aria-label={t`${names[i]!} corner`}
        >
          <Reach at={c} />
          <path
            d={`M${c.x} ${c.y - 7}l7 7l-7 7l-7 -7z`}
            fill="#fff"
            stroke="#000"
            strokeOpacity={0.6}
          />
        </g>
      ))}
    </>
  );
}
