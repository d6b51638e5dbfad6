import { findLayer } from '@ignis/core/scene/edits/layer-edits';
import { X } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { Suspense, lazy, useState } from 'react';
import { stepOfKind } from '@ignis/core/steps/index';
import { useBenchThrottled } from '../../state/bench';
import { useScopes } from '../../state/scopes';
import { useStageAids } from '../../state/stage-aids';
import { ChoiceField } from '../../ui/choice-field';
import { IconButton } from '../../ui/icon-button';
import type { ScopeKind } from './scopes-chart';
import { t } from '../../words/t';

const Chart = lazy(() => import('./scopes-chart'));

const KINDS: readonly { kind: ScopeKind; label: string }[] = [
  { kind: 'histogram', label: t`Histogram` },
  { kind: 'waveform', label: t`Waveform` },
  { kind: 'colours', label: t`Colours` },
];

const share = (v: number): string => `${v > 0 && v < 0.001 ? '< 0.1' : (v * 100).toFixed(1)} %`;

/** The scopes over the stage, if they are out: of the scene, or of what comes into the step that is open. */
export function ScopesPanel() {
  const isOut = useStageAids((s) => s.scopes);
  return isOut ? <Out /> : null;
}

function Out() {
  const [kind, setKind] = useState<ScopeKind>('histogram');
  const [of, setOf] = useState<'scene' | 'step'>('scene');
  const layer = useBenchThrottled((s) => findLayer(s.scene, s.selected));
  const open = useBenchThrottled((s) => s.step);
  const step = layer?.steps.find((s) => s.id === open);
  const isOfStep = of === 'step' && layer !== undefined && step !== undefined;
  const scopes = useScopes(isOfStep ? { layer: layer.id, step: step.id } : null);
  const words = scopes
    ? t`${share(scopes.clipped)} beyond white · ${share(scopes.crushed)} black`
    : t`Counting tones…`;
  return (
    <section
      aria-label={t`Scopes`}
      className="absolute bottom-3 left-3 z-20 w-[264px] rounded-lg border border-line bg-panel/95 p-2 shadow-2xl"
      onPointerDown={(e) => e.stopPropagation()}
    >
      <div className="flex items-center justify-between gap-2">
        <Tabs.Root value={kind} onValueChange={(v) => setKind(v as ScopeKind)}>
          <Tabs.List aria-label={t`Which scope`} className="flex gap-0.5">
            {KINDS.map((k) => (
              <Tabs.Trigger
                key={k.kind}
                value={k.kind}
                className="rounded px-1.5 py-0.5 text-xs text-dim hover:text-ink data-[state=active]:bg-raised data-[state=active]:text-ink"
              >
                {k.label}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
        </Tabs.Root>
        <IconButton
          label={t`Put the scopes away`}
          onClick={() => useStageAids.getState().flip('scopes')}
        >
          <X size={13} />
        </IconButton>
      </div>
      <div className="h-[104px]">
        {scopes && (
          <Suspense>
            <Chart
              {...{ kind, scopes }}
              text={`${KINDS.find((k) => k.kind === kind)!.label}: ${words}`}
            />
          </Suspense>
        )}
      </div>
      <p className="text-xs text-dim">{words}</p>
      {step && (
        <div className="mt-1 flex items-center justify-between gap-2 text-xs text-dim">
          {t`of`}
          <ChoiceField
            label={t`What the scopes look at`}
            value={isOfStep ? 'step' : 'scene'}
            options={[
              { value: 'scene', label: t`the scene` },
              { value: 'step', label: t`what comes into ${stepOfKind(step.kind).label}` },
            ]}
            onChange={(v) => setOf(v as 'scene' | 'step')}
          />
        </div>
      )}
    </section>
  );
}
