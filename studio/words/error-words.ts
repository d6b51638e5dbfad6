import { t } from './t';

/** The parts of what a file's fault says (core/files/fault.ts), which a worker sends with it. */
export interface FaultParts {
  file: string;
  fault: string;
  remedy: string;
}

/** The parts of a file's fault; null for any other error. */
export function faultParts(error: unknown): FaultParts | null {
  const { file, fault, remedy } = (error ?? {}) as Partial<FaultParts>;
  const isFault = [file, fault, remedy].every((part) => typeof part === 'string');
  return isFault ? { file: file!, fault: fault!, remedy: remedy! } : null;
}

/** What an error says to the artist, in the artist's language as far as a catalogue has it. */
export function errorWords(error: unknown): string {
  const parts = faultParts(error);
  if (parts) return `“${parts.file}” ${t(parts.fault)}. ${t(parts.remedy)}`;
  return t(error instanceof Error ? error.message : String(error));
}
