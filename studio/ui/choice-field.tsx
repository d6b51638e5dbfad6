import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { Fragment } from 'react';
import { withStableHandlers } from './with-stable-handlers';
import { t } from '../words/t';

interface Props {
  label: string;
  value: string;
  options: readonly { value: string; label: string; family?: string }[];
  onChange(value: string): void;
}

/** One of several words. */
export const ChoiceField = withStableHandlers(function ChoiceField({
  label,
  value,
  options,
  onChange,
}: Props) {
  return (
    <Select.Root value={value} onValueChange={onChange}>
      <Select.Trigger
        aria-label={label}
        className="inline-flex items-center gap-1 rounded px-1.5 py-0.5 text-sm hover:bg-raised"
      >
        <Select.Value />
        <Select.Icon>
          <ChevronDown size={13} className="text-dim" />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          align="end"
          sideOffset={4}
          className="z-50 max-h-[min(520px,var(--radix-select-content-available-height))] min-w-32 overflow-hidden rounded-lg border border-line bg-panel p-1 shadow-2xl"
        >
          <Select.Viewport>
            {options.map((o, i) => (
              <Fragment key={o.value}>
                {o.family && o.family !== options[i - 1]?.family && (
                  <div className="px-2 pt-1.5 pb-0.5 text-xs text-dim">{o.family}</div>
                )}
                <Select.Item
                  value={o.value}
                  className="flex items-center justify-between gap-4 rounded px-2 py-1 text-sm outline-none data-[highlighted]:bg-raised"
                >
                  <Select.ItemText>{t(o.label)}</Select.ItemText>
                  <Select.ItemIndicator>
                    <Check size={13} className="text-ember" />
                  </Select.ItemIndicator>
                </Select.Item>
              </Fragment>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
});
