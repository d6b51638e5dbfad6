import { useEffect, useRef, useState } from 'react';
import type { Affine } from '@ignis/core/geometry/affine';
import { multiply } from '@ignis/core/geometry/affine';
import { pathData } from '@ignis/core/geometry/path-data';
import type { TextContent } from '@ignis/core/text/content';
import { faceName, familyOf } from '@ignis/core/text/families';
import { facesFor } from '@ignis/core/text/itemise';
import { glyphsOf, isReady, layoutOf } from '@ignis/core/text/layout';
import { faceNamed } from '@ignis/core/text/library';
import { newText } from '@ignis/core/text/make-text';
import { useFonts, wantFaces } from '../state/fonts';
import { t } from '../words/t';

/** What a font is called. */
export const fontTitle = (font: string): string =>
  familyOf(font)?.label ?? faceNamed(faceName(font, 400, false))?.title ?? t`A font of yours`;

interface Props {
  font: string;
  words: string;
  /** The room they have, px: they stand at its left, or in its middle. */
  width?: number;
  height?: number;
  centred?: boolean;
}

/** Words in a font, drawn from its own outlines once they come into sight. */
export function FontWords({ font, words, width = 308, height = 30, centred = false }: Props) {
  const arrivals = useFonts();
  const element = useRef<SVGSVGElement>(null);
  const [seen, setSeen] = useState(false);
  const text = newText(words, { font, size: 0.74 * height });
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) setSeen(true);
    });
    watch.observe(element.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (seen) void wantFaces(facesFor(newText(words, { font })));
  }, [seen, font, words]);
  const data = seen && isReady(text) ? outlines(text, { width, height, centred }, arrivals) : '';
  return (
    <svg ref={element} viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden>
      <path d={data} fill="currentColor" />
    </svg>
  );
}

const drawn = new Map<string, string>();

/** The outlines of a text as path data, no wider or higher than its room. */
function outlines(
  text: TextContent,
  room: { width: number; height: number; centred: boolean },
  arrivals: number,
): string {
  const key = JSON.stringify([text, room, arrivals]);
  let data = drawn.get(key);
  if (data === undefined) {
    const layout = layoutOf(text);
    const { x0, y0, x1, y1 } = layout.box;
    const k = Math.min(1, room.width / (x1 - x0), room.height / (y1 - y0));
    const spare = room.centred ? (room.width - (x1 - x0) * k) / 2 : 0;
    const fit: Affine = [k, 0, 0, k, spare - x0 * k, (room.height - (y0 + y1) * k) / 2];
    data = glyphsOf(layout)
      .flatMap(({ face, glyph, map }) =>
        face.outline(glyph).map((p) => pathData(multiply(fit, map), p)),
      )
      .join('');
    drawn.set(key, data);
  }
  return data;
}
