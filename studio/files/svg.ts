import DOMPurify from 'dompurify';
import { FileFault } from '@ignis/core/files/fault';
import { lengthIn } from '@ignis/core/files/svg-lengths';
import { plainSvg } from '@ignis/core/files/svg-nodes';
import { ownSheet } from '@ignis/core/files/svg-style';
import { t } from '../words/t';

/**
 * An SVG without scripts and without references to anything outside itself.
 * Throws a FileFault if nothing drawable is left.
 */
export function cleanSvg(text: string, name: string): string {
  const purify = DOMPurify(window);
  purify.addHook('uponSanitizeAttribute', (_node, data) => {
    const value = data.attrValue.trim();
    const isLink = data.attrName === 'href' || data.attrName === 'xlink:href';
    if (isLink && !value.startsWith('#') && !/^data:image\/(png|jpeg|webp|gif);/i.test(value))
      data.keepAttr = false;
    if (/url\(\s*['"]?(?!['"]?#)/i.test(value)) data.keepAttr = false;
  });
  const clean = purify.sanitize(plainSvg(text), {
    USE_PROFILES: { svg: true, svgFilters: true },
    ADD_TAGS: ['use'],
    FORBID_TAGS: ['foreignObject', 'script'],
    RETURN_DOM_FRAGMENT: true,
  });
  const svg = clean.querySelector('svg');
  if (!svg || !svg.childElementCount)
    throw new FileFault(
      name,
      t`holds nothing that can be drawn once scripts and outside references are taken out`,
      t`Save it again as a plain SVG.`,
    );
  for (const style of svg.querySelectorAll('style'))
    style.textContent = ownSheet(style.textContent);
  svg.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  return new XMLSerializer().serializeToString(svg);
}

/** The size an SVG asks for, px: its width and height, else those of its viewBox, else 300 × 150. */
export function svgSize(svg: string): { width: number; height: number } {
  const root = new DOMParser().parseFromString(svg, 'image/svg+xml').documentElement;
  const box = root
    .getAttribute('viewBox')
    ?.trim()
    .split(/[\s,]+/)
    .map(Number);
  const side = (attribute: string, fallback: number | undefined) => {
    const said = root.getAttribute(attribute) ?? '';
    // A share is of a window that is not known.
    const v = said.includes('%') ? undefined : lengthIn(said, 0);
    return v !== undefined && v > 0 ? v : fallback && fallback > 0 ? fallback : null;
  };
  return {
    width: Math.round(side('width', box?.[2]) ?? 300),
    height: Math.round(side('height', box?.[3]) ?? 150),
  };
}

/** A clean SVG drawn once at a size in px, as PNG. Throws a FileFault if the browser cannot draw it. */
export async function drawSvg(
  svg: string,
  width: number,
  height: number,
  name: string,
): Promise<Blob> {
  const document = new DOMParser().parseFromString(svg, 'image/svg+xml');
  const root = document.documentElement;
  if (!root.getAttribute('viewBox')) {
    const own = svgSize(svg);
    root.setAttribute('viewBox', `0 0 ${own.width} ${own.height}`);
  }
  root.setAttribute('width', String(width));
  root.setAttribute('height', String(height));
  const url = URL.createObjectURL(
    new Blob([new XMLSerializer().serializeToString(root)], { type: 'image/svg+xml' }),
  );
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.drawImage(image, 0, 0, width, height);
    return await canvas.convertToBlob({ type: 'image/png' });
  } catch (cause) {
    throw new FileFault(name, t`is an SVG that cannot be drawn`, t`Save it again as a plain SVG.`, {
      cause,
    });
  } finally {
    URL.revokeObjectURL(url);
  }
}
