import { useEffect, useState, type RefObject } from 'react';
import { useColours } from '../../state/colours';

interface Props {
  stage: RefObject<HTMLElement | null>;
  canvas: RefObject<HTMLCanvasElement | null>;
}

/** The stage while a colour is picked from its picture: what is under the pointer is shown beside it. */
export function PickColour({ stage, canvas }: Props) {
  const picking = useColours((s) => s.picking);
  const [at, setAt] = useState<{ x: number; y: number; colour: string } | null>(null);
  useEffect(() => {
    if (!picking) return;
    const key = (e: KeyboardEvent) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      useColours.setState({ picking: null });
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [picking]);
  if (!picking) return null;
  const seen = (e: { clientX: number; clientY: number }): string | null => {
    const element = canvas.current!;
    const box = element.getBoundingClientRect();
    const x = Math.floor(((e.clientX - box.x) / box.width) * element.width);
    const y = Math.floor(((e.clientY - box.y) / box.height) * element.height);
    if (x < 0 || y < 0 || x >= element.width || y >= element.height) return null;
    const [r, g, b] = element.getContext('2d')!.getImageData(x, y, 1, 1).data;
    return `#${[r!, g!, b!].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  };
  return (
    <g>
      <rect
        width="100%"
        height="100%"
        fill="transparent"
        className="cursor-crosshair"
        data-testid="pick-colour"
        onPointerMove={(e) => {
          const colour = seen(e);
          const box = stage.current!.getBoundingClientRect();
          setAt(colour ? { x: e.clientX - box.x, y: e.clientY - box.y, colour } : null);
        }}
        onPointerDown={(e) => {
          e.stopPropagation();
          const colour = seen(e);
          if (colour) picking(colour);
          useColours.setState({ picking: null });
        }}
      />
      {at && (
        <g pointerEvents="none">
          <circle
            cx={at.x + 26}
            cy={at.y - 26}
            r={17}
            fill={at.colour}
            stroke="#fff"
            strokeWidth={2}
          />
          <circle
            cx={at.x + 26}
            cy={at.y - 26}
            r={18.5}
            fill="none"
            stroke="#000"
            strokeOpacity={0.6}
          />
        </g>
      )}
    </g>
  );
}
