import { useBench } from '../state/bench';
import { Button } from '../ui/button';
import { t } from '../words/t';

/** Stands instead of the picture where making it ended the page, more than once. */
export function PicturePaused({ onSave }: { onSave(): void }) {
  const make = useBench((s) => s.resumePictures);
  if (!make) return null;
  return (
    <div role="alert" className="absolute inset-0 z-20 grid place-items-center bg-ground/90">
      <div className="max-w-md rounded-xl border border-line bg-panel p-5 shadow-2xl">
        <h2 className="mb-1 font-semibold">{t`The picture is not made yet`}</h2>
        <p className="mb-4 text-sm text-dim">
          {t`The last two times this scene was opened, the page ended before its picture stood. All of the scene is here: save it as a file, or hide or delete large layers on the strip below, and then have its picture made.`}
        </p>
        <div className="flex gap-2">
          <Button onClick={onSave}>{t`Save the scene as a file`}</Button>
          <Button
            look="ember"
            onClick={() => {
              make();
              useBench.getState().set({ resumePictures: null });
            }}
          >
            {t`Make the picture`}
          </Button>
        </div>
      </div>
    </div>
  );
}
