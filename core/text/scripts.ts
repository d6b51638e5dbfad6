/** The script of letters (Unicode Standard Annex 24): what a shaper must know of a run. */

/** Names of scripts that letters of any script may have: they say nothing. */
const SHARED = new Set(['Zyyy', 'Zinh', 'Qaai', 'Zzzz']);

/** A test for the letters of a script; null where this engine's own Unicode is older than the list. */
function testOf(name: string): RegExp | null {
  try {
    return new RegExp(`\\p{Script=${name}}`, 'u');
  } catch {
    return null;
  }
}

/** The ISO 15924 code of a code point's script; null for what belongs to any (spaces, digits, marks). */
export type ScriptOf = (code: number) => string | null;

/** Tells scripts by the list of them that Unicode has: names by their ISO 15924 codes. */
export function scriptsBy(names: ReadonlyMap<string, string>): ScriptOf {
  const tests = [...names].flatMap(([code, name]) => {
    const test = SHARED.has(code) ? null : testOf(name);
    return test ? [[test, code] as const] : [];
  });
  const known = new Map<number, string | null>();
  return (code) => {
    if (code < 128) return /[a-z]/i.test(String.fromCharCode(code)) ? 'Latn' : null;
    let found = known.get(code);
    if (found === undefined) {
      const letter = String.fromCodePoint(code);
      found = tests.find(([test]) => test.test(letter))?.[1] ?? null;
      known.set(code, found);
    }
    return found;
  };
}
