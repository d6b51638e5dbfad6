import type { AnyStep } from '../definitions/step';

/** What steps are for: how an artist looks for one. */

export const purposes = [
  { purpose: 'light', label: 'Light and shadow' },
  { purpose: 'surface', label: 'Surface' },
  { purpose: 'shape', label: 'Shape' },
  { purpose: 'grade', label: 'Grade' },
  { purpose: 'blur', label: 'Blur and sharpen' },
  { purpose: 'bend', label: 'Bend' },
  { purpose: 'finish', label: 'Finish' },
] as const;

export type Purpose = (typeof purposes)[number]['purpose'];

/** The purpose of each family of kinds. */
const BY_FAMILY: Readonly<Record<string, Purpose>> = {
  style: 'light',
  light: 'light',
  surface: 'surface',
  shape: 'shape',
  grade: 'grade',
  blur: 'blur',
  warp: 'bend',
  distort: 'bend',
  finish: 'finish',
};

/** What a step is for: what it says itself, or what its family is for. */
export const purposeOf = ({ kind, purpose }: AnyStep): Purpose =>
  purpose ?? BY_FAMILY[kind.split('.')[0]!]!;

/** Some steps by their purposes, in order; purposes without any are left out. */
export const byPurpose = <S extends AnyStep>(
  some: readonly S[],
): { purpose: Purpose; label: string; steps: S[] }[] =>
  purposes
    .map((p) => ({ ...p, steps: some.filter((s) => purposeOf(s) === p.purpose) }))
    .filter((p) => p.steps.length > 0);

/** Whether what is searched for stands in the name, the purpose or the help of a step; every word must. */
export function isSought(step: AnyStep, sought: string): boolean {
  const { label } = purposes.find((p) => p.purpose === purposeOf(step))!;
  const text = `${step.label} ${label} ${step.help}`.toLowerCase();
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
