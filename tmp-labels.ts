import { createRequire } from 'node:module';
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { defaultsOf } from './core/definitions/parameter';
import { edgeParameters, workingSize } from './core/cutout/cut-out';
import { cutterFor } from './core/cutout/grabcut';
import { knownLabels } from './core/cutout/labels';
import { IDENTITY, scaling } from './core/geometry/affine';
import { boxPath } from './core/geometry/box-paths';
import { projective } from './core/geometry/homography';
import { picture } from './core/kernels/picture';
import { drawPicture } from './core/kernels/resample';
import { maskPlane } from './core/masks/mask';
import { crop } from './core/pixels/buffer';
import { cacheOf } from './core/render/cache';
import { newMask } from './core/scene/make';
import { BACKGROUNDS, SUBJECTS, edgeError, nextMark, overlap, subjectOver } from './demo/cut-subjects';
import './core/kernels/load';
const cv: any = createRequire(import.meta.url)('@techstark/opencv-js');
(async () => {
  if (!cv.Mat) await new Promise<void>((r) => (cv.onRuntimeInitialized = r));
  for (const s of SUBJECTS) for (const b of BACKGROUNDS) {
    const seen = subjectOver(s, b);
    const { width, height, rgba, box, truth } = seen;
    const size = workingSize(width, height);
    const whole = picture({ width, height, depth: 8, data: rgba });
    const region = { x: 0, y: 0, width: size.width, height: size.height };
    const small = crop(drawPicture(whole, projective(scaling(size.width / width, size.height / height)), region, 'displayed'), region, 4).data;
    const rgb = Uint8Array.from({ length: size.width * size.height * 3 }, (_, i) => Math.round(small[4 * Math.floor(i / 3) + (i % 3)]! * 255));
    const cutter = cutterFor(cv, rgb, size.width, size.height);
    const asset = (l: string) => `${l.repeat(64)}.png`;
    let shape: any = { kind: 'cut-out', asset: asset('a'), width, height, around: boxPath(box), marks: [], found: null, ...defaultsOf(edgeParameters) };
    let found: any; let labels: any;
    for (let k = 0; k <= 3; k++) {
      const mark = k > 0 ? nextMark(found, seen) : null;
      if (mark) shape = { ...shape, marks: [...shape.marks, mark] };
      labels = cutter.cut(knownLabels(shape, size));
      const white = Uint8ClampedArray.from({ length: labels.length * 4 }, (_, i) => i % 4 === 3 ? 255 : labels[i >> 2]! * 255);
      const told = picture({ width: size.width, height: size.height, depth: 8, data: white });
      found = maskPlane(newMask({ ...shape, found: { asset: asset('b'), width: size.width, height: size.height } }), {
        map: IDENTITY, scale: 1, mixing: 'displayed', wanted: { x: 0, y: 0, width, height },
        picture: (w: string) => (w === shape.asset ? whole : told), memo: cacheOf(2 ** 28, () => 0).memo, look: () => null, kept: () => null } as any).data;
      const coarse = Float32Array.from(truth, (_, i) => labels[Math.min(size.height - 1, Math.floor(Math.floor(i / width) * size.scale)) * size.width + Math.min(size.width - 1, Math.floor((i % width) * size.scale))]!);
      console.log(s, b, k, 'iou', overlap(found, truth).toFixed(3), 'labels', overlap(coarse, truth).toFixed(3), 'edge', edgeError(found, seen, 4).toFixed(3), 'labels', edgeError(coarse, seen, 4).toFixed(3));
      if (b !== 'plain') await sharp(Buffer.from(Uint8Array.from({length: width*height*3}, (_, i) => { const p = Math.floor(i/3); const m = found[p]; const c = rgba[4*p + i%3]!; return i%3===0 ? c*0.5+127*m*0.9 : c*0.6; })), { raw: { width, height, channels: 3 } }).resize(480).png().toFile(`/tmp/cut-${s}-${b}-${k}.png`);
    }
    writeFileSync(`/tmp/labels-${s}-${b}.json`, JSON.stringify({ labels: [...labels], marks: shape.marks, size }));
    cutter.close(); whole.release();
  }
})();
