import { length } from '@ignis/core/definitions/number-parameters';
import { MAX_SIDE } from '@ignis/core/scene/model/bounds';
import { useBench } from '../../state/bench';
import { useExportSettings } from '../../state/export-settings';
import { NumberField } from '../../ui/number-field';
import { Choice } from './choice';
import { t } from '../../words/t';

const SCALES = [0.5, 1, 2] as const;

/** Px of a scene px, of what is chosen. */
export const useExportScale = (): number => {
  const width = useBench((s) => s.scene.width);
  const size = useExportSettings((s) => s.size);
  return 'scale' in size ? size.scale : size.width / width;
};

/** How large the picture becomes: by a factor, or by px of a side. */
export function SizeFields({ disabled }: { disabled: boolean }) {
  const { width, height } = useBench((s) => s.scene);
  const scale = useExportScale();
  const set = (size: { scale: number } | { width: number }) => useExportSettings.setState({ size });
  const side = (label: string, of: number) => (
    <NumberField
      value={Math.round(of * scale)}
      parameter={length(label, of, { min: 1, max: MAX_SIDE })}
      unit={false}
      onChange={(px) => set({ width: (Math.max(1, Math.round(px)) / of) * width })}
      onDone={() => undefined}
    />
  );
  return (
    <div className="flex items-center gap-2" inert={disabled}>
      <Choice<number>
        label={t`Size`}
        value={scale}
        onChange={(scale) => set({ scale })}
        options={SCALES.map((s) => [s, `×${s}`])}
        disabled={disabled}
      />
      <span className="ml-auto flex items-baseline text-dim">
        {side(t`Width of the export`, width)}×{side(t`Height of the export`, height)}
        <span className="ml-1 text-xs">px</span>
      </span>
      <NumberField
        value={Number((scale * 100).toFixed(1))}
        parameter={{
          ...{ label: t`Size of the export`, unit: '%' },
          ...{ min: 1, max: 800, step: 1, default: 100 },
        }}
        onChange={(percent) => set({ scale: percent / 100 })}
        onDone={() => undefined}
      />
    </div>
  );
}
