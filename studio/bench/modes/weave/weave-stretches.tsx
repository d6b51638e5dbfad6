import type { Point } from '@ignis/core/geometry/affine';
import { apply, multiply } from '@ignis/core/geometry/affine';
import type { Layer } from '@ignis/core/scene/model/schema';
import { chooseStretch } from '@ignis/core/scene/edits/weave-edits';
import { useAround, useBench } from '../../../state/bench';
import { useWeaveOf, useWoven } from '../../../state/weave';
import { tip } from '../../../ui/tip';
import { t } from '../../../words/t';

/** The stretches of a weave on the stage: a click sends one behind, or brings it in front. */
export function WeaveStretches({ layer }: { layer: Layer }) {
  useWeaveOf(layer);
  const { of, state } = useWoven();
  const view = useBench((s) => s.view);
  const around = useAround(layer.id);
  if (of !== layer.id || state?.is !== 'woven' || !layer.weave) return null;
  const map = multiply([view.zoom, 0, 0, view.zoom, view.x, view.y], around);
  const all = state.spans.map((s) => s.choice);
  const lines = state.spans.map((s) => pairs(s.points).map((p) => apply(map, p)));
  const middles = state.spans.map((s) => apply(map, s.middle));
  const worded = roomFor(middles);
  const toggle = (i: number) =>
    useBench
      .getState()
      .change(
        all[i]!.behind ? t`Bring a stretch in front` : t`Send a stretch behind`,
        chooseStretch(layer.id, all, i),
      );
  return (
    <g data-testid="weave">
      {all.map(({ behind }, i) => (
        <Stretch
          key={i}
          behind={behind}
          name={t`Stretch ${i + 1} of ${all.length}`}
          points={lines[i]!}
          middle={middles[i]!}
          worded={worded[i]!}
          onClick={() => toggle(i)}
        />
      ))}
      {/* Over all lines, so that none strikes a word through. */}
      {all.map(
        ({ behind }, i) =>
          worded[i] && (
            <g key={i} className="cursor-pointer" onPointerDown={pressed(() => toggle(i))}>
              <Word behind={behind} at={middles[i]!} />
            </g>
          ),
      )}
    </g>
  );
}

const pressed = (act: () => void) => (e: React.PointerEvent) => {
  if (e.button !== 0) return;
  e.stopPropagation();
  act();
};

const pairs = (points: readonly number[]) =>
  Array.from({ length: points.length / 2 }, (_, i) => ({
    x: points[2 * i]!,
    y: points[2 * i + 1]!,
  }));

/** How much room a word takes, CSS px. */
const ROOM = { x: 68, y: 26 };

/** Which of some places have room for a word, when those before have theirs. */
function roomFor(places: readonly Point[]): boolean[] {
  const taken: Point[] = [];
  return places.map((p) => {
    const free = taken.every((q) => Math.abs(p.x - q.x) > ROOM.x || Math.abs(p.y - q.y) > ROOM.y);
    if (free) taken.push(p);
    return free;
  });
}

const wordOf = (behind: boolean): string => (behind ? 'behind' : t`in front`);
const colourOf = (behind: boolean): string => (behind ? '#8dbdf0' : '#ffb088');

interface Props {
  behind: boolean;
  name: string;
  points: readonly Point[];
  middle: Point;
  /** Whether its word stands there always; otherwise while it is pointed at. */
  worded: boolean;
  onClick(): void;
}

/** One stretch: cool and dashed behind, warm and whole in front. An overlap is a place. */
function Stretch({ behind, name, points, middle, worded, onClick }: Props) {
  const line = points.map((p) => `${p.x},${p.y}`).join(' ');
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${name}: ${wordOf(behind)}`}
      data-stretch={behind ? 'behind' : 'front'}
      className="group/stretch cursor-pointer outline-none"
      onPointerDown={pressed(onClick)}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onClick();
      }}
      {...tip(
        behind ? t`Behind: click to bring it in front` : t`In front: click to send it behind`,
      )}
    >
      {points.length > 1 ? (
        <g fill="none" strokeLinecap="round" strokeLinejoin="round">
          <polyline points={line} stroke="transparent" strokeWidth={22} />
          <polyline points={line} stroke="#000" strokeOpacity={0.55} strokeWidth={5} />
          <polyline
            points={line}
            stroke={colourOf(behind)}
            strokeWidth={2.5}
            strokeDasharray={behind ? '2 7' : undefined}
            className={LIT}
          />
        </g>
      ) : (
        <circle
          cx={middle.x}
          cy={middle.y}
          r={17}
          fill="#161616"
          fillOpacity={0.5}
          stroke={colourOf(behind)}
          className={LIT}
        />
      )}
      {!worded && (
        <g
          pointerEvents="none"
          className="opacity-0 group-hover/stretch:opacity-100 group-focus-visible/stretch:opacity-100"
        >
          <Word behind={behind} at={middle} />
        </g>
      )}
    </g>
  );
}

const LIT = 'group-hover/stretch:stroke-white group-focus-visible/stretch:stroke-white';

/** In front or behind, in a word. */
function Word({ behind, at }: { behind: boolean; at: Point }) {
  const width = wordOf(behind).length * 6.4 + 16;
  const colour = colourOf(behind);
  return (
    <g transform={`translate(${at.x - width / 2} ${at.y - 11})`} data-testid="weave-word">
      <rect width={width} height={22} rx={11} fill="#161616" fillOpacity={0.9} stroke={colour} />
      <text x={width / 2} y={15} fontSize={12} textAnchor="middle" fill={colour}>
        {wordOf(behind)}
      </text>
    </g>
  );
}
