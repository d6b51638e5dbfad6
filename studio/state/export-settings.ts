import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { About } from '@ignis/core/files/formats/xmp';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';

/** What of a scene is exported. */
export type What = 'picture' | 'light' | 'each';

/** How layers are handed on: a file each, or all in one file of a format that has layers. */
export type As = 'zip' | 'openraster' | 'together';

/** How pictures are exported. */
export interface ExportSettings {
  what: What;
  as: As;
  /** Px of a scene px, or the width of the picture. */
  size: { scale: number } | { width: number };
  background: boolean;
  /** Patterns of names (name-pattern.ts), by what is exported. */
  names: Readonly<Record<What, string>>;
  format: string;
  /** By format: what was chosen when it was written last. */
  depths: Readonly<Record<string, Depth>>;
  values: Readonly<Record<string, Record<string, unknown>>>;
  space: Space;
  /** Px of an inch. */
  density: number;
  /** What every file says of whose it is. */
  about: Pick<About, 'creator' | 'rights'>;
}

/** Settings saved under a name. */
export interface Preset {
  name: string;
  settings: ExportSettings;
}

const initial: ExportSettings = {
  ...{ what: 'picture', as: 'zip', size: { scale: 1 }, background: true },
  names: { picture: '{name}', light: '{name} light', each: '{number} {layer}' },
  ...{ format: 'png', depths: {}, values: {}, space: 'srgb', density: 72, about: {} },
};

/** The most presets that are remembered. */
export const MOST_PRESETS = 24;

/** How pictures were exported last, and presets, on this device. */
export const useExportSettings = create<ExportSettings & { presets: readonly Preset[] }>()(
  persist<ExportSettings & { presets: readonly Preset[] }>(() => ({ ...initial, presets: [] }), {
    name: 'ignis-export',
  }),
);

/** The settings by themselves. */
export function exportSettings(): ExportSettings {
  const all = useExportSettings.getState();
  const names = Object.keys(initial) as (keyof ExportSettings)[];
  return Object.fromEntries(names.map((name) => [name, all[name]])) as unknown as ExportSettings;
}

/** Saves the settings under a name; a preset of that name is replaced. */
export function savePreset(name: string): void {
  const preset = { name, settings: exportSettings() };
  useExportSettings.setState(({ presets }) => ({
    presets: [...presets.filter((p) => p.name !== name), preset].slice(-MOST_PRESETS),
  }));
}

/** Exports as a preset says from now on; what it does not know stays as it is. */
export const applyPreset = ({ settings }: Preset): void =>
  void useExportSettings.setState(settings);

export const removePreset = (name: string): void =>
  void useExportSettings.setState(({ presets }) => ({
    presets: presets.filter((p) => p.name !== name),
  }));

/** Whether the settings are those of a preset. */
export const isPresetNow = ({ settings }: Preset): boolean =>
  JSON.stringify({ ...exportSettings(), ...settings }) === JSON.stringify(exportSettings());
