import type { RefObject } from 'react';
import type { Point } from '@ignis/core/geometry/affine';
import { apply, multiply } from '@ignis/core/geometry/affine';
import { inBox, halfTurns } from '@ignis/core/geometry/box-handle';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import type { Layer } from '@ignis/core/scene/model/schema';
import { changeText } from '@ignis/core/scene/edits/text-edits';
import type { TextSource } from '@ignis/core/sources/text';
import type { MovedLetter } from '@ignis/core/text/content';
import { withLetter } from '@ignis/core/text/edit-text';
import {
  advanceBox,
  isReady,
  layoutOf,
  letterCorners,
  letterMiddle,
} from '@ignis/core/text/layout';
import { useAround, useBench } from '../../../state/bench';
import { useFonts } from '../../../state/fonts';
import { useTyping } from '../../../state/typing';
import { BoxHandles } from '../../stage/box-handles';
import { toStage } from '../../stage/path-outline';
import { movable } from '../../../ui/tip';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: TextSource };
}

/** More letters than these are not outlined all at once. */
const MAX_OUTLINED = 400;

/** Every letter of a text by itself: moved, turned and scaled by hand while it stays a letter of the text. */
export function Letters({ stage, layer }: Props) {
  useFonts();
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const chosen = useTyping((s) => s.letter);
  const drawn = drawnLayer(scene, layer.id)?.source as TextSource;
  if (!isReady(drawn)) return null;
  const map = toStage(view, around, layer.placement);
  const letters = layoutOf(drawn).letters.filter((l) => !l.blank);
  const letter = letters.find((l) => l.from === chosen);
  const { drag, drop } = useBench.getState();
  const rest = { x: 0, y: 0, turn: 0, scale: 1 };
  const before = drawn.letters.find((l) => l.at === chosen) ?? rest;
  const put = (label: string, to: Partial<Omit<MovedLetter, 'at'>>) => {
    const { x, y, turn, scale } = { ...before, ...to };
    const round = (v: number) => Math.round(v * 100) / 100;
    drag(
      label,
      changeText(layer.id, (text) =>
        withLetter(text, chosen!, { x: round(x), y: round(y), turn: round(turn), scale }),
      ),
    );
  };
  /** A way in the letter's own px as one before the letter was turned and scaled by hand. */
  const untuned = (dx: number, dy: number): Point => {
    const a = (before.turn * Math.PI) / 180;
    const [c, s] = [Math.cos(a) * before.scale, Math.sin(a) * before.scale];
    return { x: dx * c - dy * s, y: dx * s + dy * c };
  };
  return (
    <g data-testid="letters">
      {letters.slice(0, MAX_OUTLINED).map((l) => (
        <polygon
          key={l.from}
          points={letterCorners(l)
            .map((p) => apply(map, p))
            .map((p) => `${p.x},${p.y}`)
            .join(' ')}
          fill="transparent"
          stroke="#fff"
          strokeOpacity={l.from === chosen ? 0 : 0.35}
          className="cursor-pointer hover:stroke-ember"
          data-letter={l.from}
          onPointerDown={(down) => {
            if (down.button !== 0) return;
            down.stopPropagation();
            useTyping.setState({ letter: l.from });
          }}
          {...movable(t`Click the letter to move, turn or scale it`)}
        ></polygon>
      ))}
      {letter && (
        <BoxHandles
          stage={stage}
          box={advanceBox(letter)}
          map={multiply(map, letter.place)}
          about={letterMiddle(letter)}
          move={(from, to) => {
            const by = untuned(to.x - from.x, to.y - from.y);
            put(t`Move a letter`, { x: before.x + by.x, y: before.y + by.y });
          }}
          pull={(handle, to) => {
            const middle = letterMiddle(letter);
            const from = inBox(advanceBox(letter), handle);
            const far = (p: Point) => Math.hypot(p.x - middle.x, p.y - middle.y);
            const k = far(to) / (far(from) || 1);
            put(t`Scale a letter`, { scale: Math.min(1000, Math.max(0.001, before.scale * k)) });
          }}
          turn={(_at, by, e) => {
            const raw = before.turn + by;
            const turn = e.shiftKey ? Math.round(raw / 15) * 15 : raw;
            put(t`Turn a letter`, { turn: halfTurns(turn) });
          }}
          drop={drop}
          click={() => undefined}
        />
      )}
    </g>
  );
}
