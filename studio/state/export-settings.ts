import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Depth } from '@ignis/core/pixels/picture';
import type { Space } from '@ignis/core/pixels/profile';

interface ExportSettings {
  /** The format chosen last. */
  format: string;
  /** By format: what was chosen when it was written last. */
  depths: Readonly<Record<string, Depth>>;
  values: Readonly<Record<string, Record<string, unknown>>>;
  space: Space;
  /** Px of an inch. */
  density: number;
}

/** How pictures were exported last, on this device. */
export const useExportSettings = create<ExportSettings>()(
  persist<ExportSettings>(
    () => ({ format: 'png', depths: {}, values: {}, space: 'srgb', density: 72 }),
    { name: 'ignis-export' },
  ),
);
