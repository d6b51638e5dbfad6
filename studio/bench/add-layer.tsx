import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { newLineOf, newScene, newShape } from '@ignis/core/scene/model/make';
import { newId } from '@ignis/core/scene/model/new-id';
import { fitted } from '@ignis/core/scene/arrange/placement';
import type { Scene } from '@ignis/core/scene/model/schema';
import type { StartingPoint } from '@ignis/core/scene/starting-points/index';
import {
  airs,
  fires,
  flareLooks,
  particleLooks,
  started,
  startingPoints,
} from '@ignis/core/scene/starting-points/index';
import { shapes } from '@ignis/core/shapes/index';
import { sources } from '@ignis/core/sources/index';
import { newPass } from '@ignis/core/sources/pass';
import { Button } from '../ui/button';
import { FontWords } from '../ui/font-words';
import {
  addFill,
  addGrade,
  addPaint,
  castChosenShadow,
  mirror,
  addShape,
  addStartingPoint,
} from './commands/layers';
import { startDrawing } from './modes/draw/drawing';
import { startWriting } from './modes/write/writing';
import { useScenePictures } from '../state/scene-pictures';
import { tip } from '../ui/tip';
import { t } from '../words/t';

/** What a sample stands on: light enough for blends to show on it, dark enough for light. */
const GROUND = '#2a2c33';

/** A starting point in a small scene of its own. */
function sample(point: StartingPoint): Scene {
  const scene = newScene('', 240, 150, GROUND);
  const y = point.name === 'beam' ? 30 : 75;
  scene.layers.push(started(point, scene, { x: 120, y }));
  return scene;
}

/** Particles in a scene of their own, large enough for small ones to show. */
function particleSample(point: StartingPoint): Scene {
  const scene = newScene('', 480, 300, '#12141b');
  scene.layers.push(started(point, { width: 1000, height: 0 }, { x: 240, y: 190 }));
  return scene;
}

/** A fire that stands on the ground of a scene of its own. */
function fireSample(point: StartingPoint): Scene {
  const scene = newScene('', 480, 300, '#0e1016');
  scene.end.burn = true;
  const layer = started(point, { width: 860, height: 0 }, { x: 240, y: 255 });
  scene.layers.push(layer);
  return scene;
}

/** What is seen only from near. */
const SMALL = ['drops', 'heat-haze'];

/** Mist, smoke or weather over lamps at dusk. */
function airSample(point: StartingPoint): Scene {
  const scene = newScene('', 480, 300, '#1c2233');
  const bulbs = startingPoints.find((p) => p.name === 'bulbs')!;
  scene.layers.push(
    started(bulbs, { width: 560, height: 0 }, { x: 240, y: 130 }),
    started(
      point,
      { width: SMALL.includes(point.name) ? 3000 : 900, height: 0 },
      { x: 240, y: 280 },
    ),
  );
  return scene;
}

/** The outline of a ready shape. */
function outline(kind: string): Scene {
  const scene = newScene('', 120, 75, GROUND);
  const line = newLineOf('', { light: '#ffffff', shape: newShape(kind), passes: [] });
  line.placement = fitted(line, { x: 60, y: 37.5 }, 60);
  // As wide as if it were drawn in this size.
  const pass = newPass(newId(), '', { width: 2.4 / line.placement.scaleX, colour: '#d8d8d8' });
  line.source.passes.push(pass);
  scene.layers.push(line);
  return scene;
}

/** Rows of kinds, so small that all of them fit a screen of 1280 x 800. */
const ROW = 'grid grid-cols-13 items-start';
const ROW_OF_SHAPES = 'grid grid-cols-14 items-start';

/** What a grade can do, at a glance. */
const GRADED = ['brightness(1.3)', 'saturate(0)', 'hue-rotate(150deg) saturate(1.6)'];

/** The palette of what a layer can be, by purpose. */
export function AddLayer({ onPicture, onSvg }: { onPicture(): void; onSvg(): void }) {
  const [open, setOpen] = useState(false);
  const lights = useScenePictures(open, () => startingPoints.map(sample));
  const flares = useScenePictures(open, () => flareLooks.map(sample));
  const burning = useScenePictures(open, () => fires.map(fireSample));
  const misty = useScenePictures(open, () => airs.map(airSample));
  const particles = useScenePictures(open, () => particleLooks.map(particleSample));
  const outlines = useScenePictures(open, () => shapes.map((s) => outline(s.kind)));
  const choose = (run: () => void) => () => {
    setOpen(false);
    run();
  };
  const pointsOf = (points: readonly StartingPoint[], pictures: readonly (string | undefined)[]) =>
    points.map((p, i) => (
      <Kind key={p.name} label={p.label} title={p.help} onClick={choose(() => addStartingPoint(p))}>
        <Picture url={pictures[i]} />
      </Kind>
    ));
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button className="h-11 shrink-0 px-4">
          <Plus size={16} /> {t`Add a layer`}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="end"
          sideOffset={12}
          collisionPadding={10}
          aria-label={t`Add a layer`}
          className="z-50 max-h-[calc(100vh-130px)] w-[1230px] max-w-[calc(100vw-20px)] overflow-y-auto rounded-xl border border-line bg-panel p-3 shadow-2xl"
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <Heading>{t`Draw, or bring in`}</Heading>
          <div className={ROW}>
            <Kind
              label={sources.line.label}
              title={t`Draw it on the stage, anchor by anchor.`}
              onClick={choose(startDrawing)}
            >
              <Picture url={lights[0]} />
            </Kind>
            <Kind
              label={sources.text.label}
              title={t`Letters that stay letters: click where they begin, or drag a box.`}
              onClick={choose(startWriting)}
            >
              <span
                className="grid h-full place-items-center text-[#e8e8e8]"
                style={{ background: GROUND }}
              >
                <FontWords font="pacifico" words={t`Tide`} width={100} height={44} centred />
              </span>
            </Kind>
            <Kind
              label={sources.picture.label}
              title={sources.picture.help}
              onClick={choose(onPicture)}
            >
              <Pier />
            </Kind>
            <Kind
              label={t`SVG as lines`}
              title={t`The paths and shapes of an SVG file, each a line of light.`}
              onClick={choose(onSvg)}
            >
              <Picture url={outlines[6]} />
            </Kind>
            <Kind label={sources.paint.label} title={sources.paint.help} onClick={choose(addPaint)}>
              <Strokes />
            </Kind>
            <Kind label={sources.fill.label} title={sources.fill.help} onClick={choose(addFill)}>
              <span className="block h-full bg-[#233a66]" />
            </Kind>
            <Kind
              label={sources.shadow.label}
              title={sources.shadow.help}
              onClick={choose(castChosenShadow)}
            >
              <span className="relative block h-full bg-[#4a4652]">
                <span className="absolute bottom-3 left-9 h-7 w-3 rounded-t-full bg-[#c9c4b8]" />
                <span className="absolute bottom-1.5 left-11 h-2 w-10 skew-x-[50deg] rounded-r-full bg-black/60 blur-[2px]" />
              </span>
            </Kind>
            <Kind
              label={sources.reflection.label}
              title={t`All the light of the scene, mirrored on a floor, live.`}
              onClick={choose(() => mirror(null))}
            >
              <span className="relative block h-full bg-[#15181d]">
                <span className="absolute top-2 left-8 h-5 w-8 rounded-full border-2 border-[#ffb27a] shadow-[0_0_8px_#ff7a3c]" />
                <span className="absolute bottom-1 left-8 h-6 w-8 rounded-full border-2 border-[#ff7a3c]/60 blur-[2px]" />
              </span>
            </Kind>
            <Kind label={sources.grade.label} title={sources.grade.help} onClick={choose(addGrade)}>
              <span className="grid h-full grid-cols-3">
                {GRADED.map((filter) => (
                  <Pier key={filter} filter={filter} />
                ))}
              </span>
            </Kind>
          </div>
          <Heading>{t`Lines of light to start from`}</Heading>
          <div className={ROW}>{pointsOf(startingPoints, lights)}</div>
          <Heading>{t`Flares, mist, smoke and rain`}</Heading>
          <div className={ROW}>
            {pointsOf(flareLooks, flares)}
            {pointsOf(airs, misty)}
          </div>
          <Heading>{t`Fire, and what flies`}</Heading>
          <div className={ROW}>
            {pointsOf(fires, burning)}
            {pointsOf(particleLooks, particles)}
          </div>
          <Heading>{t`Shapes, as tubes of light`}</Heading>
          <div className={ROW_OF_SHAPES}>
            {shapes.map((s, i) => (
              <Kind key={s.kind} label={s.label} title={s.help} onClick={choose(() => addShape(s))}>
                <Picture url={outlines[i]} />
              </Kind>
            ))}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const Heading = ({ children }: { children: React.ReactNode }) => (
  <h3 className="px-2 pt-1 pb-1 text-xs text-dim">{children}</h3>
);

const Picture = ({ url }: { url: string | undefined }) =>
  url ? <img src={url} alt="" className="h-full w-full object-cover" /> : null;

/** Two strokes of a soft brush. */
const Strokes = () => (
  <svg viewBox="0 0 100 62" className="h-full w-full" style={{ background: GROUND }}>
    <g fill="none" strokeLinecap="round" style={{ filter: 'blur(3px)' }}>
      <path d="M14 44 C 34 12, 48 54, 84 20" stroke="#d1457a" strokeWidth="15" />
      <path d="M26 50 C 48 30, 60 56, 86 40" stroke="#f2b04c" strokeWidth="8" />
    </g>
  </svg>
);

const Pier = ({ filter }: { filter?: string }) => (
  <img
    src="/examples/blank-pier.webp"
    alt=""
    className="h-full w-full object-cover"
    style={{ filter }}
    onError={(e) => e.currentTarget.remove()}
  />
);

function Kind({
  label,
  title,
  onClick,
  children,
}: {
  label: string;
  /** What it is, for those who point at it. */
  title: string;
  onClick(): void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      {...tip(t(title))}
      onClick={onClick}
      className="rounded-lg p-1.5 text-left hover:bg-raised"
    >
      <span className="mb-1 block aspect-[8/5] overflow-hidden rounded-md bg-[#101010]">
        {children}
      </span>
      <span className="block truncate text-sm">{t(label)}</span>
    </button>
  );
}
