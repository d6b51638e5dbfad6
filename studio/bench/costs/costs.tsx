import { useCallback, useEffect, useMemo } from 'react';
import type { Cost, LayerCost } from '@ignis/core/render/meter';
import { costsByLayer } from '@ignis/core/render/meter';
import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import type { Scene } from '@ignis/core/scene/model/schema';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBench } from '../../state/bench';
import { useCosts } from '../../state/costs';
import { Dialog } from '../../ui/dialog';
import { BarChart, type Bar } from './bar-chart';
import { OpeningCosts } from './opening';
import { duration, mb } from './units';
import { t } from '../../words/t';

interface Row extends LayerCost {
  name: string;
}

const PARTS: Record<string, string> = {
  source: t`source`,
  mask: t`mask`,
  weave: t`weave`,
  coverage: t`coverage, for others`,
  blend: t`blend`,
  beneath: t`all that lies beneath`,
  end: t`to the screen`,
  pictures: t`reading the pictures`,
};

function partName(scene: Scene, { layer, part }: Cost): string {
  const step = layer && findLayer(scene, layer)?.steps.find((s) => s.id === part);
  return step ? t(stepOfKind(step.kind).label) : (PARTS[part] ?? t`step of its group`);
}

/** A layer by its name; a part of the scene by what it is. */
const named = (scene: Scene, cost: LayerCost): Row => ({
  ...cost,
  name: cost.layer ? (findLayer(scene, cost.layer)?.name ?? '') : partName(scene, cost.parts[0]!),
});

/** A row as a bar: grey if its pixels were cached. */
const barOf = (scene: Scene, { name, took, bytes, cached, parts }: Row): Bar => ({
  ...{ name, from: 0, to: took, isDim: cached },
  label: `${duration(took)}${bytes ? ` · ${mb(bytes)}` : ''}${cached ? t` · cached` : ''}`,
  lines: parts.map((p) => `${partName(scene, p)}: ${p.cached ? 'cached' : duration(p.took)}`),
});

/** How long the last full picture took, and what it holds, by layer. A click leads to the layer. */
export default function Costs({ onClose }: { onClose(): void }) {
  const last = useCosts((s) => s.last);
  const scene = useBench((s) => s.scene);
  useEffect(() => {
    useCosts.setState({ watched: true });
    return () => useCosts.setState({ watched: false });
  }, []);
  const rows = useMemo(
    () => costsByLayer(last?.costs ?? []).map((c) => named(scene, c)),
    [scene, last],
  );
  const bars = useMemo(() => rows.map((r) => barOf(scene, r)), [scene, rows]);
  const go = useCallback(
    (i: number) => {
      const id = rows[i]?.layer;
      if (!id) return;
      useBench.getState().select(id);
      onClose();
    },
    [rows, onClose],
  );
  return (
    <Dialog
      title={t`What the picture costs`}
      open
      onOpenChange={(o) => !o && onClose()}
      width="w-[640px]"
    >
      {last ? (
        <>
          <p className="mb-3 text-sm text-dim">
            {t`The last full picture, ${last.region.width} × ${last.region.height} px, took ${duration(last.took)}. Cached from picture to picture: ${mb(last.cached)}; all pixels together: ${mb(last.use.inUse)}, at most ${mb(last.use.most)}.`}
          </p>
          <div
            tabIndex={0}
            role="group"
            aria-label={t`What each part costs`}
            className="max-h-[40vh] overflow-y-auto"
          >
            <BarChart
              bars={bars}
              text={rows.map((r) => `${r.name}: ${duration(r.took)}`).join(', ')}
              testId="cost-chart"
              onClick={go}
            />
          </div>
          <p className="mt-3 text-sm text-dim">
            {t`Grey: the pixels were cached, and only blended. Point at a bar for its parts; click it to go to the layer.`}
          </p>
        </>
      ) : (
        <p className="text-sm text-dim">{t`Making the picture to see what it costs…`}</p>
      )}
      <OpeningCosts />
    </Dialog>
  );
}
