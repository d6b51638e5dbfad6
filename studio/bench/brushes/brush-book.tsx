import { Download, FolderOpen, Plus, Trash2 } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { BookBrush } from '@ignis/core/recipes/brushes/book-brush';
import { BRUSH_VERSION, parseBrush } from '@ignis/core/recipes/brushes/book-brush';
import { shippedBrushes } from '@ignis/core/recipes/brushes/shipped';
import { strokeBrush, wholeBrush, type PaintBrush } from '@ignis/core/brush/paint-brush';
import { download, fileName } from '../../files/download';
import { tellFailure, withoutIt } from '../../state/failure';
import { paintBrush, usePaint } from '../../state/paint';
import { listBrushes, putBrush, removeBrush, saveBrush } from '../../storage/brushes';
import type { BrushRecord } from '../../storage/database';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { IconButton } from '../../ui/icon-button';
import { NameField } from '../../ui/name-field';
import { assetBytes } from '../../workers/engine';
import { HEIGHT, WIDTH, sample, stampAsset } from './sample';
import { t } from '../../words/t';

/** A blob as a data URL. */
const dataUrl = (blob: Blob) =>
  new Promise<string>((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => fail(reader.error ?? new Error(t`It could not be read.`));
    reader.readAsDataURL(blob);
  });

/** The brush as it is set, as one for the book. */
async function brushAsSet(name: string): Promise<BookBrush> {
  const brush = strokeBrush(paintBrush());
  const bytes = brush.stamp ? assetBytes(brush.stamp) : undefined;
  return {
    ...{ format: 'ignis-brush', version: BRUSH_VERSION, name, brush },
    colour: usePaint.getState().colour,
    ...(bytes && { stamp: await dataUrl(bytes) }),
  };
}

/** Saves a brush as a file, with a picture of its stroke. */
async function saveAsFile(brush: BookBrush): Promise<void> {
  const image = await sample(brush);
  const canvas = new OffscreenCanvas(image.width, image.height);
  canvas.getContext('2d')!.putImageData(image, 0, 0);
  const picture = await dataUrl(await canvas.convertToBlob({ type: 'image/png' }));
  download(
    new Blob([JSON.stringify({ ...brush, picture }, null, 2)], { type: 'application/json' }),
    fileName(brush.name, '.brush.json'),
  );
}

/** All brushes, those that ship and the artist's own, with pictures of their strokes; a click takes one. */
export default function BrushBook({
  onTake,
  onClose,
}: {
  /** A brush is taken, and its colour. */
  onTake(brush: PaintBrush, colour: string): void;
  onClose(): void;
}) {
  const [own, setOwn] = useState<BrushRecord[]>([]);
  const chooser = useRef<HTMLInputElement>(null);
  const refresh = useCallback(async () => setOwn(await listBrushes()), []);
  useEffect(() => {
    void refresh().catch(withoutIt('The brushes could not be read'));
  }, [refresh]);
  const take = (brush: BookBrush) => {
    void stampAsset(brush).then(() => {
      onTake(wholeBrush(brush.brush), brush.colour);
      onClose();
    }, withoutIt('The picture of a brush could not be read'));
  };
  const bringIn = async (file: File) => {
    try {
      const brush = parseBrush(await file.text(), file.name);
      await saveBrush(brush);
      await refresh();
      toast.success(t`“${brush.name}” is in your brush book`);
    } catch (error) {
      tellFailure(t`That could not be brought in`, error);
    }
  };
  const remove = async (record: BrushRecord) => {
    await removeBrush(record.id);
    await refresh();
    toast(t`“${record.brush.name}” is deleted`, {
      action: { label: t`Undo`, onClick: () => void putBrush(record).then(refresh) },
    });
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Brushes`}
      description={t`A click takes a brush; everything about it can be changed afterwards.`}
      width="w-[1010px]"
    >
      <div className="mb-3 flex gap-2">
        <Button
          onClick={() =>
            void brushAsSet(t`Brush ${own.length + 1}`)
              .then(saveBrush)
              .then(refresh)
              .catch((error: unknown) => tellFailure(t`The brush could not be saved`, error))
          }
        >
          <Plus size={15} /> {t`Save the brush as it is set`}
        </Button>
        <Button onClick={() => chooser.current?.click()}>
          <FolderOpen size={15} /> {t`Bring in a brush`}
        </Button>
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".json,application/json"
          aria-label={t`Bring in a brush`}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void bringIn(file);
          }}
        />
      </div>
      <ul className="grid max-h-[60vh] grid-cols-4 gap-3 overflow-y-auto pr-1">
        {own.map((record) => (
          <Card key={record.id} brush={record.brush} onTake={take}>
            <NameField
              label={t`Name of ${record.brush.name}`}
              value={record.brush.name}
              onChange={(name) =>
                void putBrush({ ...record, brush: { ...record.brush, name } }).then(refresh)
              }
              className="min-w-0 flex-1 text-sm"
            />
            <IconButton label={t`Delete ${record.brush.name}`} onClick={() => void remove(record)}>
              <Trash2 size={13} />
            </IconButton>
          </Card>
        ))}
        {shippedBrushes.map((brush) => (
          <Card key={brush.name} brush={brush} onTake={take}>
            <span className="min-w-0 flex-1 truncate text-sm">{brush.name}</span>
          </Card>
        ))}
      </ul>
    </Dialog>
  );
}

/** A brush by a picture of its stroke. */
function Card({
  brush,
  onTake,
  children,
}: {
  brush: BookBrush;
  onTake(brush: BookBrush): void;
  children: React.ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let gone = false;
    void sample(brush)
      .then((image) => {
        if (gone || !canvas.current) return;
        canvas.current.width = image.width;
        canvas.current.height = image.height;
        canvas.current.getContext('2d')!.putImageData(image, 0, 0);
        canvas.current.dataset.made = 'true';
      })
      .catch(withoutIt('The picture of a brush failed'));
    return () => void (gone = true);
  }, [brush]);
  return (
    <li className="overflow-hidden rounded-lg border border-line bg-panel">
      <button
        type="button"
        aria-label={t`Take ${brush.name}`}
        onClick={() => onTake(brush)}
        className="block w-full hover:brightness-125"
      >
        <canvas
          ref={canvas}
          width={WIDTH}
          height={HEIGHT}
          className="block w-full bg-[#1d1f24]"
          style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
        />
      </button>
      <div className="flex h-8 items-center gap-1 px-2">
        {children}
        <IconButton
          label={t`Save ${brush.name} as a file`}
          onClick={() => void saveAsFile(brush).catch(withoutIt('The brush could not be saved'))}
        >
          <Download size={13} />
        </IconButton>
      </div>
    </li>
  );
}
