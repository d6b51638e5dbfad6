/** Texts that are marked in the studio's code, and those that core gives to be shown. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { keyOf, pluralKey } from '../../studio/words/t';

export const ROOT = join(import.meta.dirname, '../..');

/** Each text by its key: the files that show it, from the root. */
export type Marked = Map<string, Set<string>>;

const PASSED_OVER = /(^|\/)(dist|node_modules|built|assembly)\/|\.test\.tsx?$|\.d\.ts$/;

const sources = (of: string): string[] =>
  readdirSync(join(ROOT, of), { recursive: true, encoding: 'utf8' })
    .map((file) => `${of}/${file}`)
    .filter((file) => /\.tsx?$/.test(file) && !PASSED_OVER.test(file))
    .sort();

const parsed = (file: string) =>
  ts.createSourceFile(
    file,
    readFileSync(join(ROOT, file), 'utf8'),
    ts.ScriptTarget.ES2022,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );

const partsOf = (template: ts.TemplateLiteral): string[] =>
  ts.isTemplateExpression(template)
    ? [template.head.text, ...template.templateSpans.map((s) => s.literal.text)]
    : [template.text];

/** The key of a call of `t` or `plural`; null for any other part of the code, and for a text that is only known when it runs. */
function keyAt(node: ts.Node): string | null {
  if (ts.isTaggedTemplateExpression(node))
    return ts.isIdentifier(node.tag) && node.tag.text === 't'
      ? keyOf(partsOf(node.template))
      : null;
  if (!ts.isCallExpression(node) || !ts.isIdentifier(node.expression)) return null;
  if (node.expression.text !== 'plural') return null;
  const [one, other] = node.arguments.slice(1);
  if (!one || !other || !ts.isStringLiteralLike(one) || !ts.isStringLiteralLike(other))
    throw new Error(
      `${node.getSourceFile().fileName}: both forms of a plural are plain texts, so that they can be found.`,
    );
  return pluralKey(one.text, other.text);
}

function visit(node: ts.Node, each: (node: ts.Node) => void): void {
  each(node);
  ts.forEachChild(node, (child) => visit(child, each));
}

const put = (into: Marked, key: string, file: string): void => {
  if (!/\p{L}{2}/u.test(key.replace(/\{\d+\}/g, ''))) return;
  const files = into.get(key);
  if (files) files.add(file);
  else into.set(key, new Set([file]));
};

/** What is marked by `t` and `plural` in the studio. */
export function markedInStudio(): Marked {
  const found: Marked = new Map();
  for (const file of sources('studio'))
    visit(parsed(file), (node) => {
      const key = keyAt(node);
      if (key !== null) put(found, key, file);
    });
  return found;
}

/** Properties of core's definitions that are shown. */
const SHOWN = ['label', 'help', 'lacked', 'one', 'unit', 'section'];

/** The labels and helps of what a module of core exports, and of all that this holds. */
function labelsIn(value: unknown, found: (text: string) => void, seen: Set<unknown>): void {
  if (typeof value !== 'object' || value === null || seen.has(value)) return;
  if (ArrayBuffer.isView(value)) return;
  seen.add(value);
  for (const [key, inner] of value instanceof Map ? value : Object.entries(value))
    if (typeof inner !== 'string') labelsIn(inner, found, seen);
    else if (SHOWN.includes(String(key))) found(inner);
}

/** Labels and helps of core's definitions: found in what its modules export, named by the files that they are written in. */
export async function markedInCore(): Promise<Marked> {
  const texts = new Set<string>();
  const files = sources('core');
  for (const file of files) {
    const module: Record<string, unknown> = await import(join(ROOT, file));
    labelsIn({ ...module }, (text) => texts.add(text), new Set());
  }
  const found: Marked = new Map();
  for (const file of files)
    visit(parsed(file), (node) => {
      if (ts.isStringLiteralLike(node) && texts.has(node.text)) put(found, node.text, file);
    });
  // What is put together when it runs is written nowhere as it stands.
  for (const text of texts) if (!found.has(text)) put(found, text, 'core');
  return found;
}

/** The faults of files, whose words the artist reads. */
const FAULTS = /^(FileFault|FontFault|UnreadKind)$/;

/** What core says when something cannot be done: texts without values, which are shown as they stand. */
export function refusalsOfCore(): Marked {
  const found: Marked = new Map();
  for (const file of sources('core'))
    visit(parsed(file), (node) => {
      if (!ts.isNewExpression(node) || !FAULTS.test(node.expression.getText())) return;
      for (const argument of node.arguments ?? [])
        if (ts.isStringLiteralLike(argument) && argument.text.includes(' '))
          put(found, argument.text, file);
    });
  return found;
}
