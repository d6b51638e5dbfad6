import { completed, defaultsOf } from '@ignis/core/definitions/parameter-values';
import { density } from '@ignis/core/files/formats/choices';
import type { Written } from '@ignis/core/files/formats/format';
import { spacesOf } from '@ignis/core/files/formats/format';
import { formatNamed, pictureFormats } from '@ignis/core/files/formats/index';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';
import { useExportSettings } from '../../state/export-settings';
import { ParameterControls } from '../../ui/parameter-controls';
import type { ExportOptions } from '../../workers/protocol';
import { Choice } from './choice';
import { t } from '../../words/t';

const FORMATS = pictureFormats.flatMap(({ format, label, written }) =>
  written ? [[format, label] as const] : [],
);
const DEPTHS: Readonly<Record<Depth, string>> = {
  8: t`8 bits`,
  16: t`16 bits`,
  32: t`floats`,
};
const SPACES: Readonly<Record<Space, string>> = { srgb: 'sRGB', p3: t`Display P3` };

/** The format that is chosen, and how it is written. */
interface ChosenFormat {
  written: Written;
  options: Pick<ExportOptions, 'format' | 'depth' | 'space' | 'density' | 'values'>;
}

/** The format that was chosen last, or the `only` one there is, with what it can have of what was chosen beside it. */
export function useChosenFormat(only: string | null): ChosenFormat {
  const settings = useExportSettings();
  // What was remembered may be of another version.
  const last = FORMATS.some(([f]) => f === settings.format) ? settings.format : 'png';
  const format = only ?? last;
  const written = formatNamed(format).written!;
  const remembered = settings.depths[format];
  const depth = written.depths.find((d) => d === remembered) ?? written.depths[0]!;
  const space = spacesOf(written, depth).includes(settings.space) ? settings.space : 'srgb';
  const values = completed(written.parameters, {
    ...defaultsOf(written.parameters),
    ...settings.values[format],
  });
  return { written, options: { format, depth, space, density: settings.density, values } };
}

interface Props {
  chosen: ChosenFormat;
  disabled: boolean;
  /** Whether there is no other format. */
  fixed: boolean;
}

/** Chooses the format of a file, and how it is written; it is remembered. */
export function FormatChoices({ chosen, disabled, fixed }: Props) {
  const { written, options } = chosen;
  const { format, depth, space, values } = options;
  const settings = useExportSettings();
  const set = useExportSettings.setState;
  const spaces = spacesOf(written, depth);
  return (
    <>
      {!fixed && (
        <Choice
          label={t`Format`}
          value={format}
          onChange={(format) => set({ format })}
          options={FORMATS}
          disabled={disabled}
        />
      )}
      {written.depths.length > 1 && (
        <Choice<Depth>
          label={t`Depth`}
          value={depth}
          onChange={(depth) => set({ depths: { ...settings.depths, [format]: depth } })}
          options={written.depths.toSorted((a, b) => a - b).map((d) => [d, DEPTHS[d]])}
          disabled={disabled}
        />
      )}
      {depth === 32 && (
        <p className="pl-20 text-dim">
          {t`Linear light, with all that is brighter than white: for compositing elsewhere.`}
        </p>
      )}
      {spaces.length > 1 && (
        <Choice<Space>
          label={t`Colours`}
          value={space}
          onChange={(space) => set({ space })}
          options={spaces.map((s) => [s, SPACES[s]])}
          disabled={disabled}
        />
      )}
      <div inert={disabled}>
        <ParameterControls
          parameters={written.hasDensity ? { ...written.parameters, density } : written.parameters}
          values={{ ...values, density: options.density }}
          onChange={({ density, ...changed }) =>
            set({
              ...(density !== undefined && { density: density as number }),
              values: { ...settings.values, [format]: { ...values, ...changed } },
            })
          }
          onDone={() => undefined}
        />
      </div>
    </>
  );
}
