import { useRef } from 'react';
import { toast } from 'sonner';
import { length } from '@ignis/core/definitions/parameter';
import { FONT_ASSET, type Parameters } from '@ignis/core/definitions/parameter';
import { drawnLayer } from '@ignis/core/scene/echoes';
import { addInFront, setLayer } from '@ignis/core/scene/edits';
import { newId } from '@ignis/core/scene/make';
import type { Layer } from '@ignis/core/scene/schema';
import { everyLayer } from '@ignis/core/scene/schema';
import {
  changeText,
  outlinedText,
  pathBeneath,
  putAlong,
  splitIntoLetters,
} from '@ignis/core/scene/text-edits';
import type { TextSource } from '@ignis/core/sources/text';
import type { LetterStyle, TextContent } from '@ignis/core/text/content';
import {
  alongParameters,
  letterParameters,
  paragraphParameters,
  staggerParameters,
} from '@ignis/core/text/content';
import { rangesOver, restyled } from '@ignis/core/text/edit-text';
import { faceName, familyOf } from '@ignis/core/text/families';
import { hasFeature, offeredFeatures, withFeature } from '@ignis/core/text/features';
import { isReady, layoutOf } from '@ignis/core/text/layout';
import { faceNamed } from '@ignis/core/text/library';
import { bringInFont, FONTS } from '../../files/bring-in-font';
import { liveEdit, useBench } from '../../state/bench';
import { useFonts } from '../../state/fonts';
import { useTyping } from '../../state/typing';
import { Button } from '../../ui/button';
import { FontChoice } from '../../ui/font-context';
import { fontTitle } from '../../ui/font-words';
import { Menu } from '../../ui/menu';
import { NumberField } from '../../ui/number-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { Node } from './node';

type TextLayer = Layer & { source: TextSource };

/** How a text is set: its letters (those that are chosen, or all), its lines, and what moves its letters. */
export function TextNodes({ layer }: { layer: TextLayer }) {
  useFonts();
  const mode = useBench((s) => s.mode);
  const choice = useTyping();
  const { content } = layer.source;
  const some = mode === 'type' && choice.to > choice.from && choice.to <= content.length;
  const [from, to] = some ? [choice.from, choice.to] : [0, content.length];
  const part = some && !(from === 0 && to === content.length);
  return (
    <>
      <Node title="Letters" aside={part ? 'of what is chosen' : `${[...content].length} in all`}>
        <LetterControls layer={layer} from={from} to={to} />
        <Notices layer={layer} />
      </Node>
      <Lines layer={layer} />
      <Stagger layer={layer} />
    </>
  );
}

function LetterControls({ layer, from, to }: { layer: TextLayer; from: number; to: number }) {
  const chooser = useRef<HTMLInputElement>(null);
  const answer = useRef<(font: string | null) => void>(() => undefined);
  const scene = useBench((s) => s.scene);
  const { source } = layer;
  const range = rangesOver(source, from, to)[0]!;
  const { style } = range;
  const live = liveEdit('Change the letters');
  const set = (values: Partial<LetterStyle>) =>
    live.change(changeText(layer.id, (t) => restyled(t, from, to, values)));
  const family = familyOf(style.font);
  const { weight, italic, ...rest } = letterParameters;
  const { font, ...others } = rest;
  const parameters: Parameters = {
    font,
    ...(family && family.weights.length > 1 && { weight }),
    ...(family?.italics && { italic }),
    ...others,
  };
  const own = [
    ...new Set(
      everyLayer(scene.layers).flatMap((l) =>
        l.source.kind === 'text'
          ? l.source.ranges.map((r) => r.style.font).filter((f) => FONT_ASSET.test(f))
          : [],
      ),
    ),
  ];
  const face = faceNamed(faceName(style.font, style.weight, style.italic));
  const offered = offeredFeatures(face?.features ?? []);
  return (
    <FontChoice
      value={{
        words: source.content.slice(from, to).trim().split('\n')[0]!.slice(0, 40) || 'Lantern Week',
        own,
        bringIn: () =>
          new Promise((resolve) => {
            answer.current = resolve;
            chooser.current?.click();
          }),
      }}
    >
      <ParameterControls
        parameters={parameters}
        values={style}
        onChange={(v) => set(v as Partial<LetterStyle>)}
        onDone={live.done}
        edits={(v) => changeText(layer.id, (t) => restyled(t, from, to, v as Partial<LetterStyle>))}
      />
      {offered.length > 0 && (
        <div className="mt-1.5 flex flex-wrap gap-1" role="group" aria-label="OpenType features">
          {offered.map((f) => {
            const on = hasFeature(range.features, f);
            return (
              <button
                key={f.tag}
                type="button"
                aria-pressed={on}
                title={f.tag}
                onClick={() =>
                  useBench.getState().change(
                    `${f.label} ${on ? 'off' : 'on'}`,
                    changeText(layer.id, (t) =>
                      restyled(t, from, to, {}, withFeature(range.features, f, !on)),
                    ),
                  )
                }
                className={`rounded-full border px-2 text-xs leading-5 ${on ? 'border-ember/60 text-ember-ink' : 'border-line text-dim hover:text-ink'}`}
              >
                {f.label}
              </button>
            );
          })}
        </div>
      )}
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="Bring in a font"
        accept={FONTS}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (!file) return answer.current(null);
          bringInFont(file).then(answer.current, (error: Error) => {
            answer.current(null);
            toast.error('That could not be brought in', {
              description: error.message,
              duration: 12_000,
            });
          });
        }}
      />
    </FontChoice>
  );
}

/** What is not drawn as it was asked for, and why. */
function Notices({ layer }: { layer: TextLayer }) {
  const scene = useBench((s) => s.scene);
  const drawn = drawnLayer(scene, layer.id)?.source;
  if (drawn?.kind !== 'text' || !isReady(drawn)) return null;
  const { missing, borrowed } = layoutOf(drawn);
  const told = [
    ...missing.map((name) => {
      const font = /^[0-9a-f]{64}/.test(name)
        ? 'A font of yours'
        : fontTitle(name.replace(/-\d00.*$/, ''));
      return `${font} cannot be had: its letters are drawn in Noto Sans.`;
    }),
    ...[...borrowed].map(([face, letters]) => {
      const some = [...letters].slice(0, 8).join(' ') + (letters.size > 8 ? ' …' : '');
      return face === null
        ? `${some}: in no font that is here.`
        : `${some}: not in this font, drawn in ${face}.`;
    }),
  ];
  if (told.length === 0) return null;
  return (
    <ul role="status" className="mt-2 flex flex-col gap-1 text-xs text-dim">
      {told.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}

const SIDE = {
  width: length('Width of the box', 600, { min: 1, max: 1e6 }),
  height: length('Height of the box', 300, { min: 1, max: 1e6 }),
};

/** How the lines stand: aligned, in a box, along a line of light. */
function Lines({ layer }: { layer: TextLayer }) {
  const scene = useBench((s) => s.scene);
  const { change, select, set } = useBench.getState();
  const { source } = layer;
  const { box, along } = source;
  const live = liveEdit('Change the lines');
  const text = (next: (t: TextContent) => TextContent) => changeText(layer.id, next);
  const lines = everyLayer(scene.layers).filter((l) => l.source.kind === 'line');
  const line = lines.find((l) => l.id === along?.line);
  const size = layoutBox(layer);
  return (
    <Node title="Lines">
      <ParameterControls
        parameters={paragraphParameters}
        values={source.paragraph}
        onChange={(v) => live.change(text((t) => ({ ...t, paragraph: { ...t.paragraph, ...v } })))}
        onDone={live.done}
      />
      {!along && (
        <div className="flex min-h-7 items-center text-sm text-dim">
          Box
          <span className="flex-1" />
          {box ? (
            <>
              {(['width', 'height'] as const).map((side) => (
                <NumberField
                  key={side}
                  value={box[side]}
                  parameter={SIDE[side]}
                  unit={false}
                  onChange={(v) =>
                    live.change(text((t) => ({ ...t, box: { ...t.box!, [side]: v } })))
                  }
                  onDone={live.done}
                />
              ))}
              <button
                type="button"
                className="rounded px-1.5 text-xs hover:text-ink"
                onClick={() =>
                  change(
                    'Let the lines run',
                    text((t) => ({ ...t, box: null })),
                  )
                }
              >
                none
              </button>
            </>
          ) : (
            <button
              type="button"
              className="rounded px-1.5 hover:text-ink"
              onClick={() =>
                change(
                  'Set in a box',
                  text((t) => ({ ...t, box: size ?? { width: 600, height: 300 } })),
                )
              }
            >
              none
            </button>
          )}
        </div>
      )}
      <div className="flex min-h-7 items-center text-sm text-dim">
        Along
        <span className="flex-1" />
        <Menu
          trigger={
            <button
              type="button"
              aria-label={`Along ${line?.name ?? (along ? 'its line is gone' : 'no line')}`}
              className="max-w-40 truncate rounded px-1.5 text-ink hover:bg-raised"
            >
              {line?.name ?? (along ? 'its line is gone' : 'no line')}
            </button>
          }
          items={[
            {
              label: 'No line',
              disabled: !along,
              run: () => change('Stand free', putAlong(layer.id, null)),
            },
            {
              label: 'A new curve',
              run: () => {
                const curve = pathBeneath(layer, size);
                change('Run along a new curve', (s) => {
                  addInFront([curve], layer.id, false)(s);
                  putAlong(layer.id, curve.id)(s);
                });
                select(curve.id);
                set({ mode: 'anchors' });
              },
            },
            null,
            ...lines.map((l) => ({
              label: l.name,
              disabled: l.id === along?.line,
              run: () => change(`Run along ${l.name}`, putAlong(layer.id, l.id)),
            })),
          ]}
        />
      </div>
      {along && (
        <ParameterControls
          parameters={alongParameters}
          values={along.values}
          onChange={(v) =>
            live.change(
              text((t) => ({
                ...t,
                along: t.along && { ...t.along, values: { ...t.along.values, ...v } },
              })),
            )
          }
          onDone={live.done}
        />
      )}
    </Node>
  );
}

/** The size of a text that has none of its own, for a box to begin with. */
function layoutBox({ source }: TextLayer): { width: number; height: number } | null {
  if (!isReady(source) || source.content === '') return null;
  const { x0, y0, x1, y1 } = layoutOf(source).box;
  return { width: Math.ceil(x1 - x0) + 1, height: Math.ceil(y1 - y0) };
}

/** Letters moved by rule; and what a text can be turned into. */
function Stagger({ layer }: { layer: TextLayer }) {
  const live = liveEdit('Move the letters');
  const { change, select } = useBench.getState();
  const drawn = () => {
    const found = drawnLayer(useBench.getState().scene, layer.id)?.source;
    return found?.kind === 'text' && isReady(found) ? found : null;
  };
  return (
    <Node title="Single letters">
      <ParameterControls
        parameters={staggerParameters}
        values={layer.source.stagger}
        onChange={(v) =>
          live.change(changeText(layer.id, (t) => ({ ...t, stagger: { ...t.stagger, ...v } })))
        }
        onDone={live.done}
      />
      <div className="mt-1 flex flex-wrap gap-x-1">
        <Button
          look="plain"
          className="-ml-2"
          title="A group of one text a letter, for letters that stand at different depths"
          onClick={() => {
            const text = drawn();
            if (!text) return;
            const group = newId();
            change('Split into letters', splitIntoLetters(layer.id, text, group));
            select(group);
          }}
        >
          split into letters
        </Button>
        <Button
          look="plain"
          className="-ml-2"
          title="A line of light round the letters; the text is hidden"
          onClick={() => {
            const text = drawn();
            if (!text) return;
            const size = text.ranges[0]!.style.size;
            const line = outlinedText({ ...layer, source: text }, Math.max(2, size / 20));
            change('Outlines as a line of light', (s) => {
              setLayer(layer.id, { visible: false })(s);
              addInFront([line], layer.id, false)(s);
            });
            select(line.id);
          }}
        >
          outlines as a line
        </Button>
      </div>
    </Node>
  );
}
