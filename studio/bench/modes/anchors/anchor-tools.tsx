import { alignAnchors, dissolveAnchors } from '@ignis/core/geometry/anchors';
import {
  cutPath,
  joinPaths,
  reversePath,
  simplifyPath,
  turnAnchor,
} from '@ignis/core/geometry/edit-path';
import type { AnchorKind, Path } from '@ignis/core/geometry/path';
import { closeLine, setPath, setPaths } from '@ignis/core/scene/edits/line-edits';
import { pathsOf } from '@ignis/core/sources/line-shape';
import { useBench } from '../../../state/bench';
import { DropDown, Hint, Small } from '../../stage/bar';
import { EDGES } from '../arrange/arrange-tools';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { plural, t } from '../../../words/t';

const KINDS = [
  { kind: 'corner', label: t`Corner` },
  { kind: 'smooth', label: t`Smooth` },
  { kind: 'symmetrical', label: t`Symmetrical` },
] as const;

/** What can be done to the chosen anchors, and to their path. */
export function AnchorTools({ layer: { id, source } }: { layer: LayerOf<'line'> }) {
  const paths = pathsOf(source.shape);
  const anchors = useBench((s) => s.anchors);
  const { change, set } = useBench.getState();
  const at = anchors[0] ?? { path: 0, index: -1 };
  const path = paths[at.path];
  if (!path) return null;
  const first = path.anchors[at.index];
  const turn = (kind: AnchorKind) => {
    const turned = paths.map((p, i) =>
      anchors.filter((c) => c.path === i).reduce((q, c) => turnAnchor(q, c.index, kind), p),
    );
    change(t`Make ${kind === 'corner' ? 'a corner' : kind}`, setPaths(id, turned));
  };
  return (
    <>
      {!first && (
        <Hint>{t`Click the line to insert, drag it to bend; drag beside it to choose many`}</Hint>
      )}
      {anchors.length > 1 && (
        <>
          <Hint>{plural(anchors.length, '# anchor', '# anchors')}</Hint>
          <DropDown
            label={t`Align`}
            items={EDGES.map(({ edge, label }) => ({
              label,
              run: () => change(t`Align anchors`, setPaths(id, alignAnchors(paths, anchors, edge))),
            }))}
          />
        </>
      )}
      {first && (
        <>
          <DropDown
            label={
              anchors.length > 1 ? t`Kind` : KINDS.find(({ kind }) => kind === first.kind)!.label
            }
            items={KINDS.map(({ kind, label }) => ({
              label: t`${label} anchor`,
              disabled: anchors.length === 1 && kind === first.kind,
              run: () => turn(kind),
            }))}
          />
          <Small
            onClick={() => {
              change(t`Remove anchors`, setPaths(id, dissolveAnchors(paths, anchors)));
              set({ anchors: [] });
            }}
            label={t`Remove`}
          />
        </>
      )}
      {anchors.length === 1 && (
        <Small
          onClick={() => {
            const cut = cutPath(path, at.index);
            change(t`Cut the path`, setPaths(id, paths.toSpliced(at.path, 1, ...cut)));
            set({ anchors: [] });
          }}
          label={t`Cut here`}
        />
      )}
      <PathMenu id={id} paths={paths} at={at.path} />
    </>
  );
}

/** What can be done to a whole path. */
function PathMenu({ id, paths, at }: { id: string; paths: readonly Path[]; at: number }) {
  const { change, set } = useBench.getState();
  const path = paths[at]!;
  const others = paths.flatMap((p, i) => (i !== at && !p.closed ? [i] : []));
  const put = (label: string, next: Path) => {
    change(label, setPath(id, next, at));
    set({ anchors: [] });
  };
  return (
    <DropDown
      label={t`Path`}
      items={[
        path.closed
          ? {
              label: t`Open the path`,
              run: () => put(t`Open the line`, { ...path, closed: false }),
            }
          : {
              label: t`Close the path`,
              disabled: path.anchors.length < 3,
              run: () => change(t`Close the line`, closeLine(id, at)),
            },
        {
          label: t`Join to the next open path`,
          disabled: path.closed || others.length === 0,
          run: () => {
            const other = others.find((i) => i > at) ?? others[0]!;
            const joined = joinPaths(path, paths[other]!);
            const rest = paths.filter((_, i) => i !== at && i !== other);
            change(t`Join two paths`, setPaths(id, [...rest, joined]));
            set({ anchors: [] });
          },
        },
        { label: t`Reverse`, run: () => put(t`Reverse the path`, reversePath(path)) },
        { label: t`Simplify`, run: () => put(t`Simplify the path`, simplifyPath(path, 1)) },
      ]}
    />
  );
}
