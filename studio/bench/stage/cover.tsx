import { useShallow } from 'zustand/react/shallow';
import { useBench, type View } from '../../state/bench';
import { useUrl } from '../../ui/use-url';

interface Props {
  cover: Blob | string | null;
  view: View;
  /** The size of the scene, px. */
  width: number;
  height: number;
}

/** The stored picture of a scene where its own will stand. */
export function CoverPicture({ cover, view, width, height }: Props) {
  const url = useUrl(cover);
  return (
    url && (
      <img
        src={url}
        alt=""
        data-testid="cover"
        className="absolute top-0 left-0 origin-top-left"
        style={{
          transform: `translate(${view.x}px, ${view.y}px)`,
          width: width * view.zoom,
          height: height * view.zoom,
        }}
      />
    )
  );
}

/** Until the picture of the scene is made: the one that is stored of it, scaled. */
export function Cover() {
  const { isShown, resumePictures, ...cover } = useBench(
    useShallow((s) => ({
      ...{ cover: s.cover, isShown: s.isShown, view: s.view, resumePictures: s.resumePictures },
      ...{ width: s.scene.width, height: s.scene.height },
    })),
  );
  if (isShown || resumePictures) return null;
  return <CoverPicture {...cover} />;
}
