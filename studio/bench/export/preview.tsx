import { useRef, useState } from 'react';
import { formatNamed } from '@ignis/core/files/formats/index';
import { Button } from '../../ui/button';
import { useUrl } from '../../ui/use-url';
import { inWords } from '../../storage/room';
import type { MadeFile } from './use-made-file';
import { t } from '../../words/t';
import { errorWords } from '../../words/error-words';

interface Props {
  made: MadeFile;
  name: string;
  format: string;
  width: number;
  height: number;
  /** Makes the file, where that is not done by itself; null where it is. */
  onMake: (() => void) | null;
}

/** The file that an export comes to: as it looks at every px, how large it is, and to be dragged out of the page. */
export function Preview({ made, name, format, width, height, onMake }: Props) {
  const [whole, setWhole] = useState(false);
  const view = useRef<HTMLDivElement>(null);
  // What the artist looks at most is in the middle; a view that was moved stays.
  const centre = () => {
    const { current: element } = view;
    if (!element || element.scrollLeft > 0 || element.scrollTop > 0) return;
    element.scrollTo((width - element.clientWidth) / 2, (height - element.clientHeight) / 2);
  };
  const { file, done, fault } = made;
  const url = useUrl(file);
  const { label, isShown } = formatNamed(format);

  const picture = file && url && isShown && (
    <img
      src={url}
      alt={t`The picture as ${label}`}
      draggable
      onLoad={centre}
      onDragStart={(e) => {
        e.dataTransfer.setData('DownloadURL', `${file.type}:${name}:${url}`);
        e.dataTransfer.effectAllowed = 'copy';
      }}
      className={whole ? 'm-auto max-h-full max-w-full' : 'm-auto max-w-none'}
    />
  );
  let words: string | null = null;
  if (fault) words = errorWords(fault);
  else if (onMake) words = t`A picture as large as this takes a while.`;
  else if (file && !isShown) words = t`${label} keeps every px: it looks as it does on the stage.`;

  return (
    <section aria-label={t`The file`} className="flex flex-col gap-2">
      <div
        tabIndex={0}
        role="group"
        aria-label={t`The picture as it will be`}
        ref={view}
        className="relative flex bg-ground h-[400px] overflow-auto rounded-lg border border-line"
      >
        {picture}
        {words && (
          <div className="m-auto flex flex-col items-center gap-3 p-6 text-center text-dim">
            <p role={fault ? 'alert' : undefined}>{words}</p>
            {onMake && <Button onClick={onMake}>{t`Show it`}</Button>}
          </div>
        )}
        {!file && !words && (
          <div className="m-auto flex w-40 flex-col gap-2 text-center text-dim">
            <p>{t`Making the file`}</p>
            <div className="h-1 overflow-hidden rounded bg-line">
              <div className="h-full bg-ember" style={{ width: `${done * 100}%` }} />
            </div>
          </div>
        )}
      </div>
      <div className="flex items-baseline gap-2">
        <output aria-label={t`Size of the file`} className="font-semibold">
          {file ? inWords(file.size) : '…'}
        </output>
        <span className="text-dim">
          {label}, {width} × {height} px
        </span>
        {picture && (
          <div className="ml-auto flex">
            <Button
              look="plain"
              active={!whole}
              aria-pressed={!whole}
              onClick={() => setWhole(false)}
            >
              100 %
            </Button>
            <Button look="plain" active={whole} aria-pressed={whole} onClick={() => setWhole(true)}>
              {t`Whole`}
            </Button>
          </div>
        )}
      </div>
      {picture && (
        <p className="text-dim">{t`Drag the picture out of the window to save it there.`}</p>
      )}
    </section>
  );
}
