import { useContext, useRef } from 'react';
import type { StoredTable } from '@ignis/core/pixels/colour-table';
import { Button } from './button';
import { FileInput } from './file-input';
import { TableChoice } from './table-context';
import { tip } from './tip';
import { t } from '../words/t';

/** A lookup table: its name, and how to bring in another. */
export function TableField({
  value,
  onChange,
  onDone,
}: {
  value: StoredTable | null;
  onChange(value: StoredTable | null): void;
  onDone(): void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  const bringIn = useContext(TableChoice);
  return (
    <div className="flex min-w-0 items-center justify-end gap-2">
      {value && (
        <span className="truncate text-sm" {...tip(`${value.name}: ${sizeOf(value)}`)}>
          {value.name}
        </span>
      )}
      <Button onClick={() => chooser.current?.click()}>
        {value ? t`Change` : t`Bring in a .cube`}
      </Button>
      <FileInput
        ref={chooser}
        label={t`Bring in a lookup table`}
        accept=".cube"
        multiple={false}
        onFiles={([file]) =>
          file &&
          void bringIn(file).then((table) => {
            if (!table) return;
            onChange(table);
            onDone();
          })
        }
      />
    </div>
  );
}

const sizeOf = ({ curve, side }: StoredTable): string =>
  [
    ...(curve > 0 ? [t`a curve of ${curve}`] : []),
    ...(side > 0 ? [`${side} × ${side} × ${side}`] : []),
  ].join(', then ');
