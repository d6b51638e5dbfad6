/** docs/format.md, from the schema, the definitions and the older versions. */
import { MOST_BANDS } from '../core/pixels/hue-bands';
import { blends } from '../core/blend/index';
import type { Parameter, Parameters } from '../core/definitions/parameter';
import { sceneJsonSchema } from '../core/scene/model/json-schema';
import { maskShapes } from '../core/masks/index';
import { maskParameters } from '../core/masks/mask';
import { brushParameters } from '../core/brush/stroke';
import { weaveParameters } from '../core/weave/weave';
import { endParameters, lightParameters } from '../core/scene/model/schema';
import { MAX_PIXELS, MAX_SIDE } from '../core/scene/model/bounds';
import { VERSION } from '../core/scene/model/version';
import { sources } from '../core/sources/index';
import { textures } from '../core/textures/index';
import { flareParts } from '../core/flares/index';
import { modifiers } from '../core/modifiers/index';
import { OLD_VERSIONS } from '../core/scene/model/versions';
import { shapes } from '../core/shapes/index';
import { steps } from '../core/steps/index';

interface JsonSchema {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
  minimum?: number;
  maximum?: number;
  pattern?: string;
  items?: JsonSchema;
  properties?: Record<string, JsonSchema>;
  $defs?: Record<string, JsonSchema>;
  $ref?: string;
}

const table = (head: string[], rows: string[][]): string =>
  [head, head.map(() => '---'), ...rows].map((r) => `| ${r.join(' | ')} |`).join('\n');

const range = (p: Parameter): string => {
  switch (p.kind) {
    case 'number':
      return `${p.min} to ${p.max} ${p.unit}`.trim();
    case 'colour':
      return '`#rrggbb`';
    case 'switch':
      return '`true`, `false`';
    case 'ramp':
      return 'an object: `colours` (`at` %, `colour`, `middle` %), `opacities` (`at`, `opacity`, `middle`), `space`';
    case 'ends':
      return '`null`, or `x0`, `y0`, `x1`, `y1`, px of the layer';
    case 'point':
      return '`null`, or a place `x`, `y`, px of the layer';
    case 'regions':
      return 'a list of parts: `id`, `path`, `soft` px, and the placement `to` that carries it; px of the layer';
    case 'drips':
      return 'a list of changes: the place `x`, `y` of a drip, `across` px, times `longer`, `removed`; px of the layer';
    case 'strokes':
      return 'a list of strokes: `id`, `enabled`, `way`, `brush` and `points` as those of paint; px of the layer';
    case 'corners':
      return '`null`, or four points `x`, `y`, top left first and clockwise';
    case 'mesh':
      return '`null`, or `box`, `columns`, `rows` and the `points`, row by row; px of the layer';
    case 'picture':
      return 'a picture’s asset, or empty';
    case 'layer':
      return 'the id of a layer, or empty for what lies beneath';
    case 'font':
      return 'the id of a family, or a font’s asset';
    case 'table':
      return '`null`, or the `name`, the `asset` and the sizes and domains of a lookup table';
    case 'hues':
      return `a list of at most ${MOST_BANDS} bands: \`hue\` 0 to 360° of OKLCH, \`turn\` -180 to 180°, \`chroma\` and \`lightness\` -100 to 100 %`;
    case 'curve':
      return 'points `[x, y]`, x from 0 to 1, y from -1 to 1';
    case 'own':
      return `an object: by the texture of \`${p.of}\`, what of it was changed (see Textures)`;
    case 'list':
      return `a list of at most ${p.most} objects of ${Object.keys(p.of)
        .map((k) => `\`${k}\``)
        .join(', ')}`;
    case 'choice':
      return p.options.map((o) => `\`${o.value}\``).join(', ');
  }
};

const parameterTable = (parameters: Parameters): string =>
  table(
    ['key', 'label', 'range', 'default'],
    Object.entries(parameters).map(([key, p]) => [
      `\`${key}\``,
      p.label,
      range(p),
      `\`${typeof p.default === 'object' ? JSON.stringify(p.default) : p.default}\``,
    ]),
  );

function said(s: JsonSchema): string {
  if (s.$ref) return s.$ref.split('/').at(-1)!;
  if (s.type === 'object') return 'object, see below';
  if (s.const !== undefined) return `\`${JSON.stringify(s.const)}\``;
  if (s.enum) return s.enum.map((v) => `\`${String(v)}\``).join(', ');
  if (s.anyOf ?? s.oneOf) return [...new Set((s.anyOf ?? s.oneOf)!.map(said))].join(' or ');
  if (s.type === 'array')
    return `list of ${s.items?.$ref || s.items?.type === 'object' || s.items?.anyOf || s.items?.oneOf ? 'objects' : said(s.items ?? {})}`;
  const limits =
    s.minimum !== undefined || s.maximum !== undefined
      ? `, ${s.minimum ?? ''} to ${s.maximum ?? ''}`
      : '';
  return `${s.type ?? 'any'}${limits}${s.pattern ? `, \`${s.pattern.replaceAll('|', '\\|')}\`` : ''}`;
}

const objectTable = (s: JsonSchema): string =>
  table(
    ['key', 'value'],
    Object.entries(s.properties ?? {}).map(([key, p]) => [
      `\`${key}\``,
      p.type === 'object' ? 'object, see below' : said(p),
    ]),
  );

/** What a definition of a source says for the document. */
interface SourceText {
  kind: string;
  help: string;
  note?: string;
  settings?: Readonly<Record<string, Parameters>>;
}

/** The whole text of docs/format.md. */
export function formatDocument(): string {
  const scene = sceneJsonSchema() as JsonSchema;
  const layer = scene.$defs!.layer!;
  const source = (kind: string) =>
    (layer.properties!.source!.oneOf ?? layer.properties!.source!.anyOf ?? []).find(
      (s) => s.properties?.kind?.const === kind,
    ) ?? {};
  const line = source('line');
  const mask = layer.properties!.mask!.anyOf!.find((s) => s.properties)!;
  const variants = (s: JsonSchema) => s.oneOf ?? s.anyOf ?? [];
  const part = mask.properties!.parts!.items!;
  const maskVariants = variants(part.properties!.shape!);
  const path = variants(line.properties!.shape!).find((s) => s.properties?.paths)!.properties!
    .paths!.items!;
  const kinds = (
    list: readonly { kind: string; label: string; help: string; parameters: Parameters }[],
  ) =>
    list
      .map((d) => `#### \`${d.kind}\`\n\n${d.label}. ${d.help}\n\n${parameterTable(d.parameters)}`)
      .join('\n\n');
  const maskKeys = (kind: string) =>
    Object.keys(maskVariants.find((s) => s.properties?.kind?.const === kind)?.properties ?? {})
      .filter((k) => k !== 'kind')
      .map((k) => `\`${k}\``)
      .join(', ') || '–';
  /** What of a source stands in a file: its entries, and the tables of what can be set. */
  const sourceSection = (definition: (typeof sources)[keyof typeof sources]): string => {
    const { kind, help, note, settings = {} }: SourceText = definition;
    return [
      `### \`${kind}\``,
      help,
      objectTable(source(kind)),
      ...(note ? [note] : []),
      ...Object.entries(settings).flatMap(([key, parameters]) => [
        `\`${key}\`:`,
        parameterTable(parameters),
      ]),
    ].join('\n\n');
  };
  return `# The scene file

<!-- Made by \`npm run docs\` from the schema and the definitions in core/. Change those, not this. -->

A scene is an \`.ignis\` file: a zip that holds

\`\`\`
scene.json
assets/<sha256>.<ext>     the pictures it needs, each named by the SHA-256 of its bytes
\`\`\`

A folder laid out the same way is read as well. A file is refused, with a reason, if it is no zip, unpacks to
more than it should, or names a file outside itself. A picture or font that is missing, damaged, of another format than its
name says, or of another size than the scene says, is named: the bench opens the rest, the command nothing.
Pictures are saved exactly as they came: PNG, JPEG, WebP, AVIF, HEIC, JPEG XL, TIFF, OpenEXR and Radiance. What only a browser reads (GIF,
BMP, a JPEG of inks, an AVIF that is cropped or moves) is decoded once, when it is brought in, and saved as PNG.

An OpenRaster archive (\`.ora\`) is opened too: its layers as pictures, or, where its list of layers is as it was when it was exported here, the
live scene that rides along in it as \`ignis/scene.ignis\`.

Numbers of 8 and 16 bits are sRGB, unless the file says otherwise: by an ICC profile of curves and a matrix, in AVIF and HEIC by \`nclx\`, in a PNG by \`cICP\`, or
\`gAMA\` with \`cHRM\`. Floats are linear light of sRGB's primaries. Colours outside sRGB stay outside, below 0 and above 1.

\`ignis check\` names every fault with its JSON path, \`ignis schema\` prints the JSON Schema. Version ${VERSION} is
described here; a newer version is refused, and keys that are not listed are faults.

Scenes of older versions are read too, as what they were:

${table(
  ['version', 'had no'],
  Object.entries(OLD_VERSIONS).map(([version, { lacked }]) => [version, lacked]),
)}

Lengths are in px of the scene, angles in degrees, percentages 0–100, colours sRGB. Lists of layers and passes
run from back to front; steps run in the order of computation.

## scene.json

${objectTable(scene)}

A side has at most ${MAX_SIDE} px, a scene at most ${MAX_PIXELS / 1e6} megapixels. \`background: null\` is transparency. Ids are unique.

\`mixing\` tells whether colours mix as displayed (sRGB-encoded) or as light (linear). \`end\` is what happens to the whole picture last:

${parameterTable(endParameters)}

\`light\` is the lamp that styles follow:

${parameterTable(lightParameters)}

## A layer

${objectTable(layer)}

Styles are steps that make light or relief from the layer's shape, which is its coverage where they stand in the list; \`shape.*\` steps change that
shape for the styles after them. Lengths of styles are in px of the scene or, with \`lengths: share\`, in hundredths of the height of the shape.

In the order of computation: source, placement, steps, body, clip, mask, opacity, blend. \`clip\` shows the layer only
where the nearest layer beneath it in its list that is not clipped has coverage; the opacity, mask and blend of that
one then act on the whole. \`body\` is how much of a layer's own pixels shows. \`layers\` is the list of a group, and of
nothing else.

### placement

First scaled, then turned about the pivot (in the source's own px), then moved.

${objectTable(layer.properties!.placement!)}

### weave

\`null\`, or an object with \`enabled\`, \`with\` (the id of the layer it goes over and under), \`choices\` and

${parameterTable(weaveParameters)}

Choices are all the stretches there were when one was last chosen, in order. Of a line that is drawn along its
path each has \`of\` "line", its \`strand\`, the share \`at\` of the strand's length where its middle was, and \`behind\`;
of other layers \`of\` "overlap", a place \`x\`, \`y\` in the overlap, in the px that the layer is placed on, and \`behind\`.
What lies behind is hidden by the coverage of the other layer; a weave whose other layer is gone hides nothing.

### mask

\`null\`, or an object with \`enabled\`, \`parts\` and

${parameterTable(maskParameters)}

Parts count in their order. Each has an \`id\`, \`enabled\`, a \`way\` and a \`shape\`: it adds what it shows to those before
it ("add"), hides it ("subtract"), or keeps only that ("intersect"); a mask that begins by hiding begins with
everything. \`shape\` is one of

${table(
  ['kind', 'what it is', 'keys'],
  Object.values(maskShapes).map((m) => [
    `\`${m.kind}\``,
    `${m.label}. ${m.help}`,
    maskKeys(m.kind),
  ]),
)}

Strokes are laid on what the parts before them show. Each has \`hides\`, \`points\` (x, y and the pressure 0–1 in turn) and

${parameterTable(brushParameters)}

A mask that moves along is in the layer's own px, one that stays in those of the scene or group.

### blend

${table(
  ['name', 'label', 'what it does'],
  blends.map((b) => [`\`${b.name}\``, b.label, b.help]),
)}

## Sources

${Object.values(sources).map(sourceSection).join('\n\n')}

### Paths, ready shapes and modifiers of lines

A path:

${objectTable(path)}

An anchor. \`in\` and \`out\` are its handles, as offsets from it; \`{ "x": 0, "y": 0 }\` where there is none. \`width\`, if
it is there, is what a pen pressed here makes of the width, a factor.

${objectTable(path.properties!.anchors!.items!)}

Ready shapes:

${kinds(shapes)}

Modifiers:

${kinds(modifiers)}

### Parts of flares

${kinds(flareParts)}

### Textures

Each stands in \`textureValues\`, and the like, by its kind; what is left out is as it is by default.

${kinds(textures)}

## Steps

A step has \`id\`, \`kind\`, \`enabled\` and \`values\`, by kind:

${steps.map((s) => `### \`${s.kind}\`\n\n${s.label}. ${s.help}\n\n${parameterTable(s.parameters)}`).join('\n\n')}
`;
}
