import type { Field, Instruction, Term } from './field';
import { OPERATIONS, WRITES } from './operations';

/** Floats of an instruction: operation, register it writes, four that it reads, six numbers (kernels/assembly/field.ts). */
const WORDS = 12;
/** Registers that a thread has room for. */
const REGISTERS = 512;

/** A program that computes some fields. */
export interface Program {
  /** The instructions, `WORDS` floats each; those that depend on no place first. */
  code: Float32Array;
  /** How many of them depend on no place. */
  constants: number;
  count: number;
  /** The register of each field that was asked for. */
  results: number[];
}

/** Equal instructions as one. */
function unique(fields: readonly Field[]): {
  order: Instruction[];
  same: Map<Instruction, Instruction>;
} {
  const same = new Map<Instruction, Instruction>();
  const numbers = new Map<Instruction, number>();
  const known = new Map<string, Instruction>();
  const order: Instruction[] = [];
  const visit = (instruction: Instruction): Instruction => {
    const seen = same.get(instruction);
    if (seen) return seen;
    const reads = instruction.reads.map((r) => ({ of: visit(r.of), part: r.part }));
    const key = [
      instruction.operation,
      reads.map((r) => `${numbers.get(r.of)}.${r.part}`).join(),
      instruction.numbers.join(),
    ].join(' ');
    let made = known.get(key);
    if (!made) {
      made = { ...instruction, reads };
      known.set(key, made);
      numbers.set(made, order.length);
      order.push(made);
    }
    same.set(instruction, made);
    return made;
  };
  for (const { of } of fields) visit(of);
  return { order, same };
}

/**
 * Compiles fields to one program. What two of them share is computed once, and a register is used again when nothing reads it any
 * more. Throws if they need more registers than there are.
 */
export function compile(terms: readonly Term[]): Program {
  const fields = terms.map((t): Field =>
    typeof t === 'number' ? { of: { operation: 'constant', reads: [], numbers: [t] }, part: 0 } : t,
  );
  const { order, same } = unique(fields);
  const constants = order.filter((i) => i.operation === 'constant');
  const rest = order.filter((i) => i.operation !== 'constant');
  const lastRead = new Map<Instruction, number>();
  rest.forEach((instruction, n) => instruction.reads.forEach((r) => lastRead.set(r.of, n)));
  for (const { of } of fields) lastRead.set(same.get(of)!, Infinity);

  const at = new Map<Instruction, number>();
  const free: number[] = [];
  let next = 0;
  const take = (count: number): number => {
    if (count === 1 && free.length > 0) return free.pop()!;
    next += count;
    return next - count;
  };
  const code = new Float32Array(order.length * WORDS);
  const write = (instruction: Instruction, n: number): void => {
    const reads = instruction.reads.map((r) => at.get(r.of)! + r.part);
    const writes = WRITES[instruction.operation] ?? 1;
    const register = take(writes);
    at.set(instruction, register);
    code.set([OPERATIONS.indexOf(instruction.operation), register, ...reads], n * WORDS);
    code.set(instruction.numbers, n * WORDS + 6);
  };
  constants.forEach((instruction, n) => write(instruction, n));
  rest.forEach((instruction, n) => {
    write(instruction, constants.length + n);
    for (const read of new Set(instruction.reads.map((r) => r.of)))
      if (read.operation !== 'constant' && lastRead.get(read) === n)
        for (let part = 0; part < (WRITES[read.operation] ?? 1); part++)
          free.push(at.get(read)! + part);
  });
  if (next > REGISTERS) throw new Error(`A field needs ${next} registers; there are ${REGISTERS}.`);
  return {
    ...{ code, constants: constants.length, count: order.length },
    results: fields.map((f) => at.get(same.get(f.of)!)! + f.part),
  };
}
