import { useContext } from 'react';
import { ChevronDown } from 'lucide-react';
import { Menu } from './menu';
import { PictureChoice } from './picture-context';
import { t } from '../words/t';

interface Props {
  label: string;
  value: string;
  onChange(asset: string): void;
  onDone(): void;
}

/** One of the pictures of the scene, or another that is brought in. */
export function PictureField({ label, value, onChange, onDone }: Props) {
  const { pictures, bringIn } = useContext(PictureChoice);
  const name = pictures.find((p) => p.asset === value)?.name;
  const take = (asset: string | null) => {
    if (asset === null) return;
    onChange(asset);
    onDone();
  };
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={`${label}: ${name ?? (value ? 'A picture' : t`None yet`)}`}
          className="inline-flex max-w-40 items-center gap-1 rounded px-1.5 py-0.5 text-sm hover:bg-raised"
        >
          <span className="truncate">{name ?? (value ? 'A picture' : t`None yet`)}</span>
          <ChevronDown size={13} className="shrink-0 text-dim" />
        </button>
      }
      items={[
        ...pictures.map((p) => ({ label: p.name, run: () => take(p.asset) })),
        ...(pictures.length > 0 ? [null] : []),
        { label: t`Bring in a picture`, run: () => void bringIn().then(take) },
      ]}
    />
  );
}
