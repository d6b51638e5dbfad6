import { useEffect, useRef, type RefObject } from 'react';
import { toast } from 'sonner';
import type { Affine, Point } from '@ignis/core/geometry/affine';
import { apply, invert, multiply } from '@ignis/core/geometry/affine';
import { quadOf } from '@ignis/core/geometry/quad';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { placementMap } from '@ignis/core/definitions/placement';
import type { Layer } from '@ignis/core/scene/model/schema';
import { changeText } from '@ignis/core/scene/edits/text-edits';
import type { TextSource } from '@ignis/core/sources/text';
import { MAX_LETTERS } from '@ignis/core/text/content';
import { typed } from '@ignis/core/text/edit-text';
import type { Layout, Letter } from '@ignis/core/text/layout';
import { caretAt, isReady, layoutOf, letterCorners, placeNear } from '@ignis/core/text/layout';
import { useAround, useBench } from '../../../state/bench';
import { useFonts } from '../../../state/fonts';
import { anchorOfChoice, caretOfChoice, chooseLetters, useTyping } from '../../../state/typing';
import { Handle } from '../../stage/handle';
import { toStage } from '../../stage/path-outline';
import { follow, scenePoint } from '../../stage/pointer';
import { endTyping } from '../write/writing';
import { t } from '../../../words/t';

interface Props {
  stage: RefObject<HTMLElement | null>;
  layer: Layer & { source: TextSource };
}

/** A pause of this length ends a step of undo, ms. */
const PAUSE = 900;

/**
 * Typing on the stage. The letters go to a text field that nobody sees, which knows selection, clipboard and
 * input methods; the stage shows its caret and its choice.
 */
export function Type({ stage, layer }: Props) {
  useFonts();
  const view = useBench((s) => s.view);
  const scene = useBench((s) => s.scene);
  const around = useAround(layer.id);
  const choice = useTyping();
  const drawn = drawnLayer(scene, layer.id)?.source as TextSource;
  const map = toStage(view, around, layer.placement);
  const back = invert(multiply(around, placementMap(layer.placement)));
  if (!isReady(drawn) || !back)
    return (
      <foreignObject width={1} height={1}>
        <Field layer={layer} layout={null} />
      </foreignObject>
    );
  const layout = layoutOf(drawn);
  const own = (e: { clientX: number; clientY: number }): Point =>
    apply(back, scenePoint(stage.current!, e));

  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    down.preventDefault();
    const start = placeNear(layout, own(down));
    const anchor = down.shiftKey ? anchorOfChoice(useTyping.getState()) : start;
    if (down.detail === 2) {
      const [from, to] = wordAt(drawn.content, start);
      chooseLetters(from, to);
    } else if (down.detail > 2) chooseLetters(0, drawn.content.length);
    else chooseLetters(anchor, start);
    follow(down.nativeEvent, {
      move: (e) => chooseLetters(anchor, placeNear(layout, own(e))),
      up: () => undefined,
    });
  };

  const resize = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    down.preventDefault();
    const { drag, drop } = useBench.getState();
    follow(down.nativeEvent, {
      move(e) {
        const p = own(e);
        const box = { width: Math.max(8, Math.round(p.x)), height: Math.max(8, Math.round(p.y)) };
        drag(
          t`Resize the box`,
          changeText(layer.id, (t) => ({ ...t, box })),
        );
      },
      up: drop,
    });
  };

  const caret = caretAt(layout, caretOfChoice(choice));
  const [top, foot] = [apply(map, caret.top), apply(map, caret.foot)];
  const { x0, y0, x1, y1 } = layout.box;
  const room = (y1 - y0) * 0.08 + 6 / view.zoom;
  const surface = quadOf({ x0: x0 - room, y0: y0 - room, x1: x1 + room, y1: y1 + room });
  const frame =
    drawn.box && !drawn.along ? { x0: 0, y0: 0, x1: drawn.box.width, y1: drawn.box.height } : null;
  const polygon = (corners: readonly Point[]) =>
    corners
      .map((p) => apply(map, p))
      .map((p) => `${p.x},${p.y}`)
      .join(' ');
  return (
    <g data-testid="typing">
      {frame && (
        <polygon
          points={polygon(quadOf(frame))}
          fill="none"
          stroke="#ff7a3c"
          strokeDasharray="5 4"
          pointerEvents="none"
        />
      )}
      {!drawn.along && <Baselines layout={layout} map={map} />}
      {choice.to > choice.from &&
        layout.letters
          .filter((l) => l.from >= choice.from && l.to <= choice.to)
          .map((l) => (
            <polygon
              key={l.from}
              points={polygon(letterCorners(l))}
              fill="#ff7a3c"
              fillOpacity={0.35}
              pointerEvents="none"
              data-chosen
            />
          ))}
      <polygon
        points={polygon(surface)}
        fill="transparent"
        className="cursor-text"
        onPointerDown={press}
      />
      {choice.to === choice.from && (
        <g pointerEvents="none" className="caret" data-testid="caret">
          <line
            x1={top.x}
            y1={top.y}
            x2={foot.x}
            y2={foot.y}
            stroke="#000"
            strokeWidth={4}
            strokeOpacity={0.6}
          />
          <line x1={top.x} y1={top.y} x2={foot.x} y2={foot.y} stroke="#fff" strokeWidth={2} />
        </g>
      )}
      {frame && (
        <Handle
          at={apply(map, { x: frame.x1, y: frame.y1 })}
          title={t`Makes the box of the text larger or smaller`}
          onPointerDown={resize}
        />
      )}
      <foreignObject
        x={foot.x}
        y={foot.y - 20}
        width={1}
        height={20}
        style={{ overflow: 'visible' }}
        pointerEvents="none"
      >
        <Field layer={layer} layout={layout} />
      </foreignObject>
    </g>
  );
}

/** A line under the letters of each line. */
function Baselines({ layout, map }: { layout: Layout; map: Affine }) {
  const ends = new Map<number, [Letter, Letter]>();
  for (const l of layout.letters) ends.set(l.line, [ends.get(l.line)?.[0] ?? l, l]);
  const d = [...ends.values()].map(([first, last]) => {
    const from = apply(map, apply(first.place, { x: 0, y: 0 }));
    const to = apply(map, apply(last.place, { x: last.advance, y: 0 }));
    return `M${at(from)}L${at(to)}`;
  });
  return <path d={d.join('')} stroke="#ff7a3c" strokeOpacity={0.7} pointerEvents="none" />;
}

const at = ({ x, y }: Point) => `${x} ${y}`;

/** The word round a place in a text. */
function wordAt(content: string, place: number): [number, number] {
  for (const { index, segment } of new Intl.Segmenter(undefined, { granularity: 'word' }).segment(
    content,
  ))
    if (place >= index && place < index + segment.length) return [index, index + segment.length];
  return [place, place];
}

/** The field that takes the letters. */
function Field({
  layer,
  layout,
}: {
  layer: Layer & { source: TextSource };
  layout: Layout | null;
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const pause = useRef(0);
  const last = useRef('');
  const { content } = layer.source;
  const choice = useTyping();

  useEffect(() => {
    const element = field.current!;
    // The field may be a new one, while a font is waited for: what was chosen stays so.
    const { from, to, back } = useTyping.getState();
    element.setSelectionRange(from, to, back ? 'backward' : 'forward');
    element.focus({ preventScroll: true });
    // After a control was used, what is typed still goes to the text.
    const key = (e: KeyboardEvent) => {
      if (e.target === document.body) element.focus({ preventScroll: true });
    };
    window.addEventListener('keydown', key, true);
    return () => {
      window.removeEventListener('keydown', key, true);
      window.clearTimeout(pause.current);
      useBench.getState().drop();
    };
  }, []);

  // The choice of the stage is that of the field; while an input method composes, it is the field's own.
  const composing = useRef(false);
  useEffect(() => {
    const element = field.current!;
    if (composing.current) return;
    const [from, to] = [Math.min(choice.from, content.length), Math.min(choice.to, content.length)];
    const direction = choice.back ? 'backward' : 'forward';
    if (
      element.selectionStart !== from ||
      element.selectionEnd !== to ||
      (from !== to && element.selectionDirection !== direction)
    )
      element.setSelectionRange(from, to, direction);
  }, [choice, content]);

  const read = () => {
    const { selectionStart, selectionEnd, selectionDirection } = field.current!;
    useTyping.setState({
      from: selectionStart,
      to: selectionEnd,
      back: selectionDirection === 'backward',
    });
  };

  /** Up and down go by what is seen, and so do the ends of a line. */
  const key = (e: React.KeyboardEvent) => {
    const { undo, redo } = useBench.getState();
    const mod = e.ctrlKey || e.metaKey;
    // Saving, and the palette of actions, are for the bench.
    if (mod && ['s', 'k'].includes(e.key.toLowerCase())) return;
    e.stopPropagation();
    if (e.key === 'Escape' && !e.nativeEvent.isComposing) return endTyping();
    if (mod && e.key.toLowerCase() === 'z') {
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
      return;
    }
    if (mod && e.key.toLowerCase() === 'y') {
      e.preventDefault();
      redo();
      return;
    }
    if (e.nativeEvent.isComposing || mod || e.altKey || !layout) return;
    const now = useTyping.getState();
    const place = caretOfChoice(now);
    const caret = caretAt(layout, place);
    const line = layout.lines[caret.line]!;
    let to: number | null = null;
    if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      const next = caret.line + (e.key === 'ArrowUp' ? -1 : 1);
      const middle = {
        x: (caret.top.x + caret.foot.x) / 2,
        y: (caret.top.y + caret.foot.y) / 2,
      };
      const other = layout.lines[next];
      to = !other
        ? e.key === 'ArrowUp'
          ? 0
          : content.length
        : placeNear(layout, { x: middle.x, y: other.start.y - other.ascent / 2 }, next);
    } else if (e.key === 'Home') to = line.from;
    else if (e.key === 'End') to = line.to;
    if (to === null) return;
    e.preventDefault();
    chooseLetters(e.shiftKey ? anchorOfChoice(now) : to, to);
  };

  return (
    <textarea
      ref={field}
      aria-label={t`Text on the stage`}
      value={content}
      wrap="off"
      spellCheck={false}
      autoCapitalize="off"
      autoCorrect="off"
      className="h-5 w-px resize-none overflow-hidden bg-transparent text-transparent opacity-0 outline-none"
      onChange={(e) => {
        const whole = e.target.value.replaceAll('\r\n', '\n');
        const next = whole.slice(0, MAX_LETTERS);
        if (next.length < whole.length)
          toast.error('The rest was left out', {
            description: t`A text has at most ${MAX_LETTERS.toLocaleString('en')} letters.`,
          });
        const { drag, drop } = useBench.getState();
        // What is typed on and on is one step of undo; a cut, a paste, a new line is one of its own.
        const kind = (e.nativeEvent as InputEvent).inputType;
        if (kind !== last.current || useBench.getState().gesture?.label !== t`Type`) drop();
        last.current = kind;
        // Counted from the text as it is, and not from where typing began.
        const now = typed(layer.source, next);
        drag(
          t`Type`,
          changeText(layer.id, () => now),
        );
        window.clearTimeout(pause.current);
        pause.current = window.setTimeout(drop, PAUSE);
        read();
      }}
      onSelect={read}
      onKeyDown={key}
      onKeyUp={(e) => e.stopPropagation()}
      onBlur={() => {
        window.clearTimeout(pause.current);
        useBench.getState().drop();
      }}
      onPaste={(e) => e.stopPropagation()}
      onCompositionStart={() => (composing.current = true)}
      onCompositionEnd={() => (composing.current = false)}
    />
  );
}
