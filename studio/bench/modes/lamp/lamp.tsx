import type { RefObject } from 'react';
import { setLamp } from '@ignis/core/scene/edits/layer-edits';
import { useBench } from '../../../state/bench';
import { follow, scenePoint } from '../../stage/pointer';
import { movable } from '../../../ui/tip';
import { t } from '../../../words/t';
import { Reach } from '../../stage/reach';

/** How much of the scene's shorter side the lamp may be off its middle. */
const FAR = 0.45;

/**
 * The scene light as a lamp over the scene: where it stands gives its direction, how near the middle its
 * height. All styles that follow it move together.
 */
export function Lamp({ stage }: { stage: RefObject<HTMLElement | null> }) {
  const view = useBench((s) => s.view);
  const { width, height, light } = useBench((s) => s.scene);
  const [mx, my] = [width / 2, height / 2];
  const reach = FAR * Math.min(width, height);
  const a = (light.angle * Math.PI) / 180;
  const far = reach * Math.cos((light.height * Math.PI) / 180);
  const shown = (x: number, y: number) => ({
    x: x * view.zoom + view.x,
    y: y * view.zoom + view.y,
  });
  const middle = shown(mx, my);
  const lamp = shown(mx + Math.cos(a) * far, my + Math.sin(a) * far);
  const { drag, drop } = useBench.getState();
  const press = (down: React.PointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    follow(down.nativeEvent, {
      move(e) {
        const p = scenePoint(stage.current!, e);
        const [dx, dy] = [p.x - mx, p.y - my];
        const raw = (Math.atan2(dy, dx) * 180) / Math.PI;
        const angle = e.shiftKey ? Math.round(raw / 15) * 15 : Math.round(raw);
        const share = Math.min(1, Math.hypot(dx, dy) / reach);
        drag(
          t`Move the scene light`,
          setLamp({ angle, height: Math.round((Math.acos(share) * 180) / Math.PI) }),
        );
      },
      up: drop,
    });
  };
  return (
    <g data-testid="lamp">
      <circle
        cx={middle.x}
        cy={middle.y}
        r={reach * view.zoom}
        fill="none"
        stroke="#fff"
        strokeOpacity={0.35}
        strokeDasharray="3 5"
        pointerEvents="none"
      />
      <line
        x1={lamp.x}
        y1={lamp.y}
        x2={middle.x}
        y2={middle.y}
        stroke="#ff7a3c"
        strokeWidth={1.5}
        strokeDasharray="6 5"
        pointerEvents="none"
      />
      <g
        onPointerDown={press}
        className="cursor-move"
        {...movable(
          t`The scene light: drag it round for its direction, to the middle for its height`,
        )}
        aria-label={t`Scene light`}
      >
        <Reach at={lamp} r={18} />
        <g
          stroke="#fff"
          strokeWidth={1.6}
          strokeLinecap="round"
          style={{ filter: 'drop-shadow(0 0 2px #000)' }}
        >
          {Array.from({ length: 8 }, (_, i) => {
            const t = (i * Math.PI) / 4;
            return (
              <line
                key={i}
                x1={lamp.x + 11 * Math.cos(t)}
                y1={lamp.y + 11 * Math.sin(t)}
                x2={lamp.x + 15 * Math.cos(t)}
                y2={lamp.y + 15 * Math.sin(t)}
              />
            );
          })}
          <circle cx={lamp.x} cy={lamp.y} r={7.5} fill={light.colour} />
        </g>
      </g>
    </g>
  );
}
