import { useEffect, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useBench } from '../../state/bench';

/** How long the stage may be without a picture before it says that one is being made, ms. */
const SILENT = 300;

/** Until the picture of the scene is made: the one that is stored of it, scaled, and a word that it is being made. */
export function Cover() {
  const { cover, isShown, view, width, height, resumePictures } = useBench(
    useShallow((s) => ({
      ...{ cover: s.cover, isShown: s.isShown, view: s.view, resumePictures: s.resumePictures },
      ...{ width: s.scene.width, height: s.scene.height },
    })),
  );
  const [url, setUrl] = useState<string | null>(null);
  const [isSaid, setSaid] = useState(false);
  useEffect(() => {
    if (!cover) return setUrl(null);
    const made = URL.createObjectURL(cover);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [cover]);
  useEffect(() => {
    setSaid(false);
    if (isShown) return;
    const timer = setTimeout(() => setSaid(true), SILENT);
    return () => clearTimeout(timer);
  }, [isShown]);

  if (isShown || resumePictures) return null;
  return (
    <>
      {url && (
        <img
          src={url}
          alt=""
          className="absolute top-0 left-0 origin-top-left"
          style={{
            transform: `translate(${view.x}px, ${view.y}px)`,
            width: width * view.zoom,
            height: height * view.zoom,
          }}
        />
      )}
      {isSaid && (
        <div
          role="status"
          className="absolute bottom-4 left-1/2 -translate-x-1/2 rounded-full border border-line bg-panel/90 px-4 py-1.5 text-sm text-dim"
        >
          The picture is being made…
        </div>
      )}
    </>
  );
}
