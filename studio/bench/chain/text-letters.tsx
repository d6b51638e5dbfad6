import { useRef, useState } from 'react';
import type { NumberParameter, Parameters } from '@ignis/core/definitions/parameter';
import { FONT_ASSET } from '@ignis/core/definitions/asset-name';
import { drawnLayer } from '@ignis/core/scene/bound/bind';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { changeText } from '@ignis/core/scene/edits/text-edits';
import type { LetterStyle } from '@ignis/core/text/content';
import { letterParameters } from '@ignis/core/text/content';
import { rangesOver, restyled } from '@ignis/core/text/edit-text';
import type { Axis, AxisValues } from '@ignis/core/text/axes';
import { axisOf, leans, ownAxes, placesOn } from '@ignis/core/text/axes';
import { faceName, familyOf } from '@ignis/core/text/families';
import { hasFeature, offeredFeatures, withFeature } from '@ignis/core/text/features';
import { isReady, layoutOf } from '@ignis/core/text/layout';
import { faceNamed } from '@ignis/core/text/library';
import { bringInFont, FONTS } from '../../files/bring-in-font';
import { liveEdit, useBench, useBenchThrottled } from '../../state/bench';
import { FontChoice } from '../../ui/font-context';
import { fontTitle } from '../../ui/font-words';
import { ParameterControls } from '../../ui/parameter-controls';
import type { Collection } from './collection-choice';
import { CollectionChoice } from './collection-choice';
import type { TextLayer } from './text-layer';
import { isText } from '@ignis/core/scene/model/traits';
import { tellFailure } from '../../state/failure';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** A number without a unit. */
const numeric = (label: string): NumberParameter => ({
  ...{ kind: 'number', label, unit: '', step: 1 },
  ...{ min: 0, max: 1, default: 0 },
});

/** The bounds of an axis; small ones go in small steps. */
const boundsOf = ({ min, max, default: usual }: Axis) => ({
  ...{ min, max, default: usual, slider: [min, max] as const },
  step: max - min > 20 ? 1 : (max - min) / 100,
});

/** How letters from one place to another of a text look, and which of their features are on. */
export function LetterControls({
  layer,
  from,
  to,
}: {
  layer: TextLayer;
  from: number;
  to: number;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  const answer = useRef<(font: string | null) => void>(() => undefined);
  const [collection, setCollection] = useState<Collection | null>(null);
  const scene = useBenchThrottled((s) => s.scene);
  const { source } = layer;
  const range = rangesOver(source, from, to)[0]!;
  const { style } = range;
  const live = liveEdit(t`Change the letters`);
  const set = (values: Partial<LetterStyle>) =>
    live.change(changeText(layer.id, (t) => restyled(t, from, to, values)));
  const family = familyOf(style.font);
  const face = faceNamed(faceName(style.font, style.weight, style.italic));
  const weights = axisOf(face?.axes ?? [], 'wght');
  const { weight, italic, ...rest } = letterParameters;
  const { font, ...others } = rest;
  const parameters: Parameters = {
    font,
    ...(family && family.weights.length > 1 && { weight }),
    ...(weights && { weight: { ...weight, ...boundsOf(weights), help: t`How bold they are.` } }),
    ...((family?.italics || leans(face?.axes ?? [])) && { italic }),
    ...others,
  };
  const free = ownAxes(face?.axes ?? []);
  const axes: Parameters = Object.fromEntries(
    free.map((axis) => [axis.tag, { ...numeric(t(axis.label)), ...boundsOf(axis) }]),
  );
  const axisEdit = (values: Record<string, unknown>) =>
    changeText(layer.id, (t) =>
      restyled(t, from, to, {}, { axes: { ...range.axes, ...(values as AxisValues) } }),
    );
  const liveAxes = liveEdit(t`Change an axis of the font`);
  const own = [
    ...new Set(
      everyLayer(scene.layers).flatMap((l) =>
        isText(l) ? l.source.ranges.map((r) => r.style.font).filter((f) => FONT_ASSET.test(f)) : [],
      ),
    ),
  ];
  const offered = offeredFeatures(face?.features ?? []);
  return (
    <FontChoice
      value={{
        words:
          source.content.slice(from, to).trim().split('\n')[0]!.slice(0, 40) || t`Lantern Week`,
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
      {free.length > 0 && (
        <div role="group" aria-label={t`Axes of the font`}>
          <ParameterControls
            parameters={axes}
            values={{
              ...Object.fromEntries(free.map((axis) => [axis.tag, axis.default])),
              ...placesOn(free, style, range.axes),
            }}
            onChange={(values) => liveAxes.change(axisEdit(values))}
            onDone={liveAxes.done}
            edits={axisEdit}
          />
        </div>
      )}
      {offered.length > 0 && (
        <div className="mt-1.5 flex flex-wrap gap-1" role="group" aria-label={t`OpenType features`}>
          {offered.map((f) => {
            const on = hasFeature(range.features, f);
            return (
              <button
                key={f.tag}
                type="button"
                aria-pressed={on}
                {...tip(f.tag)}
                onClick={() =>
                  useBench.getState().change(
                    on ? t`${t(f.label)} off` : t`${t(f.label)} on`,
                    changeText(layer.id, (t) =>
                      restyled(t, from, to, {}, { features: withFeature(range.features, f, !on) }),
                    ),
                  )
                }
                className={`rounded-full border px-2 text-xs leading-5 ${on ? 'border-ember/60 text-ember-ink' : 'border-line text-dim hover:text-ink'}`}
              >
                {t(f.label)}
              </button>
            );
          })}
        </div>
      )}
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label={t`Bring in a font`}
        accept={FONTS}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (!file) return answer.current(null);
          const choose = (titles: readonly string[]) =>
            new Promise<number | null>((resolve) =>
              setCollection({
                name: file.name,
                titles,
                choose(face) {
                  setCollection(null);
                  resolve(face);
                },
              }),
            );
          bringInFont(file, choose).then(answer.current, (error: Error) => {
            answer.current(null);
            tellFailure(t`That could not be brought in`, error);
          });
        }}
      />
      {collection && <CollectionChoice collection={collection} />}
    </FontChoice>
  );
}

/** What is not drawn as it was asked for, and why. */
export function Notices({ layer }: { layer: TextLayer }) {
  const scene = useBench((s) => s.scene);
  const drawn = drawnLayer(scene, layer.id)?.source;
  if (drawn?.kind !== 'text' || !isReady(drawn)) return null;
  const { missing, borrowed } = layoutOf(drawn);
  const loaded = [
    ...missing.map((name) => {
      const font = /^[0-9a-f]{64}/.test(name)
        ? t`A font of yours`
        : fontTitle(name.replace(/-\d00.*$/, ''));
      return t`${font} cannot be had: its letters are drawn in Noto Sans.`;
    }),
    ...[...borrowed].map(([face, letters]) => {
      const some = [...letters].slice(0, 8).join(' ') + (letters.size > 8 ? ' …' : '');
      return face === null
        ? t`${some}: in no font that is here.`
        : t`${some}: not in this font, drawn in ${face}.`;
    }),
  ];
  if (loaded.length === 0) return null;
  return (
    <ul role="status" className="mt-2 flex flex-col gap-1 text-xs text-dim">
      {loaded.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
