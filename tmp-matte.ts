import { readFileSync } from 'node:fs';
import { projective } from './core/geometry/homography';
import { scaling, IDENTITY } from './core/geometry/affine';
import { picture } from './core/kernels/picture';
import { drawPicture } from './core/kernels/resample';
import { gaussianBlur } from './core/kernels/blur';
import { guidedBy } from './core/kernels/guided';
import { crop, unwritten } from './core/pixels/buffer';
import { BACKGROUNDS, SUBJECTS, edgeError, overlap, subjectOver } from './demo/cut-subjects';
import './core/kernels/load';

function dist(inside: (i: number) => boolean, w: number, h: number): Float32Array {
  // two-pass chamfer-ish exact enough
  const d = new Float32Array(w * h).fill(1e6);
  for (let i = 0; i < w * h; i++) if (inside(i)) d[i] = 0;
  const a = 1, b = 1.414;
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) { const i = y*w+x; if (x) d[i]=Math.min(d[i]!, d[i-1]!+a); if (y) { d[i]=Math.min(d[i]!, d[i-w]!+a); if (x) d[i]=Math.min(d[i]!, d[i-w-1]!+b); if (x<w-1) d[i]=Math.min(d[i]!, d[i-w+1]!+b);} }
  for (let y = h-1; y >= 0; y--) for (let x = w-1; x >= 0; x--) { const i = y*w+x; if (x<w-1) d[i]=Math.min(d[i]!, d[i+1]!+a); if (y<h-1) { d[i]=Math.min(d[i]!, d[i+w]!+a); if (x<w-1) d[i]=Math.min(d[i]!, d[i+w+1]!+b); if (x) d[i]=Math.min(d[i]!, d[i+w-1]!+b);} }
  return d;
}
function coeffs(colours: any, rough: Float32Array, weight: Float32Array, sigma: number, even: number, prior = 0) {
  const { region } = colours; const I = colours.data; const n = rough.length;
  const packed = (fill: any) => { const b = unwritten(region, 4); for (let i=0,j=0;i<n;i++,j+=4) fill(b.data,i,j); return gaussianBlur(b, sigma, region, 4).data; };
  const f1 = packed((o:any,i:number,j:number)=>{const w=weight[i]!;o[j]=w*I[j];o[j+1]=w*I[j+1];o[j+2]=w*I[j+2];o[j+3]=w*rough[i]!;});
  const f2 = packed((o:any,i:number,j:number)=>{const w=weight[i]!;o[j]=w*I[j]*I[j];o[j+1]=w*I[j]*I[j+1];o[j+2]=w*I[j]*I[j+2];o[j+3]=w*I[j+1]*I[j+1];});
  const f3 = packed((o:any,i:number,j:number)=>{const w=weight[i]!;o[j]=w*I[j+1]*I[j+2];o[j+1]=w*I[j+2]*I[j+2];o[j+2]=w*I[j]*rough[i]!;o[j+3]=w*I[j+1]*rough[i]!;});
  const f4 = packed((o:any,i:number,j:number)=>{const w=weight[i]!;o[j]=w*I[j+2]*rough[i]!;o[j+1]=w;o[j+2]=0;o[j+3]=0;});
  const made = unwritten(region, 4);
  for (let i=0,j=0;i<n;i++,j+=4){const w=Math.max(1e-9,f4[j+1]!);const [r,g,b,q]=[f1[j]!/w,f1[j+1]!/w,f1[j+2]!/w,f1[j+3]!/w];
    const rr=f2[j]!/w-r*r+even,rg=f2[j+1]!/w-r*g,rb=f2[j+2]!/w-r*b,gg=f2[j+3]!/w-g*g+even,gb=f3[j]!/w-g*b,bb=f3[j+1]!/w-b*b+even;
    const [cr,cg,cb]=[f3[j+2]!/w-r*q,f3[j+3]!/w-g*q,f4[j]!/w-b*q];
    const [A,B,C]=[gg*bb-gb*gb,rb*gb-rg*bb,rg*gb-rb*gg];const [D,E,F]=[rr*bb-rb*rb,rg*rb-rr*gb,rr*gg-rg*rg];const wh=rr*A+rg*B+rb*C;
    const ar=(A*cr+B*cg+C*cb)/wh,ag=(B*cr+D*cg+E*cb)/wh,ab=(C*cr+E*cg+F*cb)/wh;
    made.data[j]=ar*w;made.data[j+1]=ag*w;made.data[j+2]=ab*w;made.data[j+3]=(q-ar*r-ag*g-ab*b)*w;}
  const out = gaussianBlur(made, sigma, region, 4); const res = unwritten(region,4);
  const wt = packed((o:any,i:number,j:number)=>{o[j]=Math.max(1e-9,f4[4*i+1]!);o[j+1]=o[j+2]=o[j+3]=0;});
  for(let j=0;j<out.data.length;j+=4)for(let c=0;c<4;c++)res.data[j+c]=out.data[j+c]!/Math.max(1e-9,wt[j]!);
  return res;
}
for (const s of SUBJECTS) for (const b of BACKGROUNDS) {
  const seen = subjectOver(s, b); const { width, height, rgba, truth } = seen;
  const { labels, size } = JSON.parse(readFileSync(`/tmp/labels-${s}-${b}.json`, 'utf8'));
  const whole = picture({ width, height, depth: 8, data: rgba });
  const gs = Math.min(1, Math.sqrt(0.6e6 / (width * height)));
  const region = { x: 0, y: 0, width: Math.ceil(width * gs), height: Math.ceil(height * gs) };
  const colours = crop(drawPicture(whole, projective(scaling(gs)), region, 'displayed'), region, 4);
  const full = { x: 0, y: 0, width, height };
  const fine = crop(drawPicture(whole, projective(IDENTITY), full, 'displayed'), full, 4);
  const dIn = dist((i) => labels[i] === 1, size.width, size.height), dOut = dist((i) => labels[i] === 0, size.width, size.height);
  const signed = Float32Array.from(dIn, (v, i) => (labels[i] ? dOut[i]! - 0.5 : 0.5 - v)); // >0 within, label px
  const at = (x: number, y: number, k: number) => { // bilinear of signed at grid px
    const u = Math.max(0, Math.min(size.width-1.001, (x+0.5)*k-0.5)), v = Math.max(0, Math.min(size.height-1.001, (y+0.5)*k-0.5)); const i=Math.floor(u),j=Math.floor(v),tx=u-i,ty=v-j; const g=(a:number,b:number)=>signed[b*size.width+a]!;
    return (g(i,j)*(1-tx)+g(i+1,j)*tx)*(1-ty)+(g(i,j+1)*(1-tx)+g(i+1,j+1)*tx)*ty; };
  const sg = Float32Array.from({ length: region.width * region.height }, (_, i) => at(i % region.width, Math.floor(i / region.width), size.scale / gs));
  const sf = Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width), size.scale));
  const rough = sg.map((v) => (v > 0 ? 1 : 0));
  const line: string[] = [];
  for (const [band, reach, even, soft] of JSON.parse(process.argv[2]!) as number[][]) {
    const weight = sg.map((v) => Math.max(1e-4, Math.min(1, Math.abs(v) - band!)));
    const k = coeffs(colours, rough, weight, reach! * gs, even!);
    const a = guidedBy(fine, k, scaling(gs)).data;
    // contrast, and sureness beyond the band
    const out = a.map((v, i) => { let t = Math.min(1, Math.max(0, (v - 0.5) * soft! + 0.5)); const m = Math.abs(sf[i]!); const sure = Math.min(1, Math.max(0, m - band! - 0.5)); return t + ((sf[i]! > 0 ? 1 : 0) - t) * sure; });
    line.push(`${overlap(out, truth).toFixed(3)}/${edgeError(out, seen, 4).toFixed(3)}`);
  }
  console.log(s.slice(8), b, line.join('  '));
}
