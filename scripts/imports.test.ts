import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { fileURLToPath } from 'node:url';
import { preProcessFile } from 'typescript';
import { expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));

/** Our own files, and which of them each imports: types too, which a linter leaves out. */
function imports(): Map<string, string[]> {
  const listed = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '*.ts', '*.tsx'], {
    cwd: root,
    encoding: 'utf8',
  });
  const files = new Set(
    listed.split('\n').filter((f) => f && !f.includes('/assembly/') && existsSync(join(root, f))),
  );
  const found = new Map<string, string[]>();
  for (const file of files) {
    const named = preProcessFile(readFileSync(join(root, file), 'utf8'), true, true);
    const own = named.importedFiles.flatMap(({ fileName: name }) => {
      const path = name.startsWith('@ignis/core/')
        ? name.replace('@ignis/core/', 'core/')
        : name.startsWith('.')
          ? normalize(join(dirname(file), name))
          : null;
      return path === null
        ? []
        : [path, `${path}.ts`, `${path}.tsx`].filter((p) => files.has(p)).slice(0, 1);
    });
    found.set(file, own);
  }
  return found;
}

it('imports go round in no circle, those of types neither', () => {
  const all = imports();
  expect(all.size).toBeGreaterThan(400);
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]): void => {
    if (way.includes(file)) throw new Error([...way.slice(way.indexOf(file)), file].join('\n→ '));
    if (done.has(file)) return;
    for (const next of all.get(file)!) visit(next, [...way, file]);
    done.add(file);
  };
  for (const file of all.keys()) visit(file, []);
});
