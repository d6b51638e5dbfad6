import { ChevronDown, ChevronUp } from 'lucide-react';
import { Fragment, useState } from 'react';
import type {
  OwnParameter,
  OwnValues,
  Parameter,
  Parameters,
} from '@ignis/core/definitions/parameter';
import { chosen, ownOf } from '@ignis/core/definitions/choices';
import { firstValues } from '@ignis/core/definitions/first-values';
import { completed, counts, isAtFirst, lengthsIn } from '@ignis/core/definitions/parameter-values';
import type { Edit } from '@ignis/core/scene/edits/edit';
import { hasCandidates } from '@ignis/core/scene/edits/candidates';
import { useSheet } from '../state/sheet';
import { ParameterLabel } from './parameter-label';
import { ToneTabs, isToneCurve } from './tone-tabs';
import { tip } from './tip';
import { ParameterControl } from './parameter-control';
import { t } from '../words/t';

interface Props {
  parameters: Parameters;
  values: Record<string, unknown>;
  onChange(values: Record<string, unknown>): void;
  onDone(): void;
  /** What some values come to; with it every choice can be seen on a look sheet. */
  edits?(values: Record<string, unknown>): Edit;
  /** Whether values that are not what they were at first are marked; the mark sets them back. */
  marksChanged?: boolean;
  /** The keys of values that several things have that are set at once, each another one. */
  differing?: ReadonlySet<string>;
  /** The values that come first (`firstValues`), and whether the rest is seen too; left out, all are seen in their order. */
  brief?: { first: readonly string[]; isOpen: boolean; onOpen(isOpen: boolean): void };
}

/** The controls of a definition, one row a parameter, built from what each says of itself. */
export function ParameterControls({
  parameters,
  values: said,
  onChange,
  onDone,
  edits,
  marksChanged = false,
  differing,
  brief,
}: Props) {
  const values = completed(parameters, said);
  const inShares = lengthsIn(parameters, values) === 'share';
  const [tones, setTones] = useState<string | null>(null);
  const curves = Object.entries(parameters).filter(([, p]) => isToneCurve(p));
  const curve = tones ?? curves[0]?.[0];
  const { first, rest } = brief
    ? firstValues(parameters, values, brief.first)
    : { first: Object.keys(parameters), rest: [] };
  const shown = [...first, ...(brief?.isOpen ? rest : [])]
    .map((key) => [key, parameters[key]!] as const)
    .filter(([key, p]) => counts(p, values) && (!isToneCurve(p) || key === curve))
    .map(([key, p]) => [key, inShares ? asShare(p) : p] as const);
  const change = (key: string, p: Parameter, v: unknown) =>
    onChange(p.kind === 'choice' ? chosen(parameters, values, key, v as string) : { [key]: v });
  // What lengths are at first is said in px.
  const isChanged = (key: string) =>
    !(inShares && asShare(parameters[key]!) !== parameters[key]) &&
    !isAtFirst(parameters[key]!, values[key]);
  const openSheet = (key: string, p: Parameter, edits: NonNullable<Props['edits']>) =>
    useSheet.getState().open({
      title: t(p.label),
      parameter: p,
      value: values[key],
      edit: (value, other) => edits({ [key]: value, ...(other && { [other.key]: other.value }) }),
      others: shown.flatMap(([k, q]) =>
        q.kind === 'number' && k !== key && p.kind === 'number'
          ? [{ key: k, parameter: q, value: values[k] as number }]
          : [],
      ),
    });
  return (
    <div className="flex flex-col gap-1">
      {curves.length > 1 && (
        <ToneTabs {...{ curves, values }} chosen={curve!} onChoose={setTones} />
      )}
      {shown.map(([key, p], i) =>
        p.kind === 'own' ? (
          <OwnControls
            key={key}
            parameter={p}
            chosen={values[p.of] as string}
            value={values[key] as OwnValues}
            onChange={(v) => onChange({ [key]: v })}
            onDone={onDone}
          />
        ) : (
          <Fragment key={key}>
            {p.section && p.section !== shown[i - 1]?.[1].section && (
              <h4 className="mt-2 border-b border-line/70 pb-0.5 text-xs text-dim">
                {t(p.section)}
              </h4>
            )}
            <div
              data-row
              className={
                isBroad(p)
                  ? 'flex flex-col gap-0.5 py-1'
                  : 'grid min-h-7 grid-cols-[104px_1fr] items-center gap-2'
              }
              {...tip(t(p.help), 'left')}
            >
              <ParameterLabel
                parameter={p}
                differs={differing?.has(key) === true}
                onReset={
                  marksChanged && isChanged(key)
                    ? () => {
                        change(key, p, p.default);
                        onDone();
                      }
                    : null
                }
                onSheet={edits && hasCandidates(p) ? () => openSheet(key, p, edits) : null}
              />
              <ParameterControl
                Rows={ParameterControls}
                parameter={p}
                value={values[key]}
                onChange={(v) => change(key, p, v)}
                onDone={onDone}
              />
            </div>
          </Fragment>
        ),
      )}
      {brief && rest.length > 0 && (
        <button
          type="button"
          aria-expanded={brief.isOpen}
          onClick={() => brief.onOpen(!brief.isOpen)}
          className="-ml-1 flex min-h-6 items-center gap-1 self-start rounded px-1 text-sm text-dim hover:text-ink"
        >
          {brief.isOpen ? <ChevronUp size={13} /> : <ChevronDown size={13} />}
          {brief.isOpen
            ? t`less`
            : t`${rest.length} more${ofChanged(rest.filter(isChanged).length)}`}
        </button>
      )}
    </div>
  );
}

const ofChanged = (count: number) => (count > 0 ? t`, ${count} changed` : '');

/** The controls of what a choice has itself. */
function OwnControls({
  parameter: { sets },
  chosen: choice,
  value,
  onChange,
  onDone,
}: {
  parameter: OwnParameter;
  chosen: string;
  value: OwnValues;
  onChange(value: OwnValues): void;
  onDone(): void;
}) {
  const set = sets[choice];
  if (!set) return null;
  return (
    <ParameterControls
      parameters={set}
      values={ownOf(set, value, choice)}
      onChange={(v) => onChange({ ...value, [choice]: { ...value[choice], ...v } })}
      onDone={onDone}
    />
  );
}

/** Whether it takes all of the width. */
const isBroad = (p: Parameter): boolean => BROAD.has(p.kind) || isToneCurve(p);

const BROAD: ReadonlySet<string> = new Set(['ramp', 'regions', 'mesh', 'strokes', 'list', 'hues']);

const sharesOf = new WeakMap<Parameter, Parameter>();

/** A length as the share of a height that it is meant as: the same object each time. */
function asShare(p: Parameter): Parameter {
  if (p.kind !== 'number' || p.unit !== 'px') return p;
  const known = sharesOf.get(p);
  if (known) return known;
  const made: Parameter = { ...p, unit: '%', slider: [p.min < 0 ? -50 : 0, 50], step: 0.5 };
  sharesOf.set(p, made);
  return made;
}
