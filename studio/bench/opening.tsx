import { useLayoutEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useArriving } from '../state/arriving';
import { BenchLayout } from './layout';
import { CoverPicture } from './stage/cover';
import { UnderWay } from './stage/under-way';
import { fitted } from './stage/view';
import { t } from '../words/t';

/** The bench while a scene is on its way to it: what is known of the scene, where it will stand. */
export function Opening({ id }: { id: string }) {
  const navigate = useNavigate();
  const stage = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const { scene, done } = useArriving();
  useLayoutEffect(() => {
    const { clientWidth, clientHeight } = stage.current!;
    setSize({ width: clientWidth, height: clientHeight });
  }, []);
  const known = scene?.id === id ? scene : null;
  const file = known?.file;
  const stop = () => {
    file?.stop();
    void navigate('/');
  };
  return (
    <BenchLayout
      isOpening
      name={known?.name ?? null}
      stage={
        <div ref={stage} className="h-full bg-ground">
          {known && size && <CoverPicture {...known} view={fitted(known, size)} />}
          <UnderWay
            text={known ? t`Opening ${known.name}…` : t`Opening the scene…`}
            done={done}
            action={file ? { label: t`Stop`, run: stop } : undefined}
          />
        </div>
      }
    />
  );
}
