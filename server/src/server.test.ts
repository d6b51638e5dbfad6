import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, readdir, readFile, writeFile } from 'node:fs/promises';
import type { AddressInfo, Server } from 'node:net';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { assetName, unpackScene } from '@ignis/core/files/ignis-file';
import { readPng, writePng } from '@ignis/core/files/png';
import { corner } from '@ignis/core/geometry/path';
import { newLine, newPicture, newScene } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import { exportScene } from '@ignis/core/render/export';
import type { Picture } from '@ignis/core/kernels/picture';
import { faceFile, shippedFaces } from '@ignis/core/text/families';
import { createApp } from './app';
import { run } from './command';
import { decodeAssets, pictureFrom, readScene } from './scene-file';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const heron = at('../../demo/scenes/heron-in-neon');

interface Ran {
  code: number;
  out: string;
  error: string;
}

/** Runs the command as a user does; gives what it printed and its exit code. */
const spawned = (...args: string[]) =>
  new Promise<Ran>((done) =>
    execFile(
      process.execPath,
      [at('../bin/ignis.mjs'), ...args],
      { maxBuffer: 2 ** 24 },
      (failed, out, error) => done({ code: failed ? Number(failed.code) : 0, out, error }),
    ),
  );

// Helping threads are for the command itself: here they would outlive the tests.
vi.mock('./threads', () => ({ callHelpers: () => undefined }));

/** Runs the command within this process, which saves the start of another. */
async function ignis(...args: string[]): Promise<Ran> {
  const [out, error]: [string[], string[]] = [[], []];
  const into = (list: string[]) => (text: unknown) => void list.push(`${String(text)}\n`);
  const spies = [
    vi.spyOn(console, 'log').mockImplementation(into(out)),
    vi.spyOn(console, 'error').mockImplementation(into(error)),
    ...(
      [
        ['stdout', out],
        ['stderr', error],
      ] as const
    ).map(([stream, list]) =>
      vi.spyOn(process[stream], 'write').mockImplementation((text) => {
        list.push(String(text));
        return true;
      }),
    ),
  ];
  try {
    return { code: await run(args), out: out.join(''), error: error.join('') };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

/** A folder laid out as a scene file. */
async function folder(scene: Scene, assets: Record<string, Uint8Array> = {}): Promise<string> {
  const path = await mkdtemp(join(tmpdir(), 'ignis-'));
  await mkdir(join(path, 'assets'));
  await writeFile(join(path, 'scene.json'), JSON.stringify(scene));
  for (const [name, bytes] of Object.entries(assets))
    await writeFile(join(path, 'assets', name), bytes);
  return path;
}

function small(): Scene {
  const scene = newScene('Small', 80, 60, '#204060');
  scene.layers.push({
    ...newLine('L', { closed: false, anchors: [corner(10, 10), corner(70, 50)] }, '#ff5a1f', 4),
    id: 'line',
  });
  return scene;
}

describe('the ignis command', () => {
  it('runs by itself, on several threads, and says by its exit code whether it could', async () => {
    const scene = await folder(small());
    const [alone, within] = [join(scene, 'alone.png'), join(scene, 'within.png')];
    expect(await spawned('render', scene, alone)).toMatchObject({ code: 0, error: '' });
    await ignis('render', scene, within);
    expect((await readFile(alone)).equals(await readFile(within))).toBe(true);
    expect((await spawned('check', join(scene, 'nothing'))).code).toBe(1);
  });

  it('renders at a scale, of a region, at a depth', async () => {
    const scene = await folder(small());
    const out = join(scene, 'out.png');
    expect((await ignis('render', scene, out, '--scale', '0.5')).code).toBe(0);
    expect(await readPng(await readFile(out), 'out')).toMatchObject({
      width: 40,
      height: 30,
      depth: 8,
    });
    expect(
      (await ignis('render', scene, out, '--region', '10,20,30,15', '--depth', '16')).code,
    ).toBe(0);
    expect(await readPng(await readFile(out), 'out')).toMatchObject({
      width: 30,
      height: 15,
      depth: 16,
    });
  });

  it('renders several scenes at several sizes, one after another or at once, to the same files', async () => {
    const [one, other] = [await folder(small()), await folder(small())];
    const out = await mkdtemp(join(tmpdir(), 'ignis-'));
    for (const jobs of ['1', '2']) {
      const pattern = join(out, `${jobs}-{name}-{scale}.webp`);
      const args = ['--out', pattern, '--scale', '0.5,1', '--jobs', jobs, '--quality', '70'];
      expect(await ignis('render', one, other, ...args)).toMatchObject({ code: 0, error: '' });
    }
    for (const name of [basename(one), basename(other)])
      for (const scale of ['0.5', '1']) {
        const [a, b] = await Promise.all(
          ['1', '2'].map((jobs) => readFile(join(out, `${jobs}-${name}-${scale}.webp`))),
        );
        expect(a!.equals(b!)).toBe(true);
        expect((await sharp(a).metadata()).width).toBe(80 * Number(scale));
      }
    const clash = await ignis('render', one, other, '--out', join(out, 'same.png'));
    expect(clash).toMatchObject({ code: 1, error: expect.stringContaining('{name}') as string });
    const many = await ignis('render', one, join(out, 'a.png'), '--scale', '1,2');
    expect(many.error).toContain('--out');
  });

  it('converts pictures, and says how far two are from each other', async () => {
    const out = await mkdtemp(join(tmpdir(), 'ignis-'));
    const file = (name: string) => join(out, name);
    const data = Uint8Array.from({ length: 40 * 30 * 3 }, (_, i) => (i * 7) & 255);
    const art = () => sharp(data, { raw: { width: 40, height: 30, channels: 3 } });
    await writeFile(file('a.png'), await art().withIccProfile('p3').png().toBuffer());
    expect((await ignis('convert', file('a.png'), file('b.tif'), '--depth', '16')).code).toBe(0);
    const same = await ignis('diff', file('a.png'), file('b.tif'), '--most', '0.5');
    expect(same.code).toBe(0);
    await writeFile(file('c.png'), await art().negate().png().toBuffer());
    const other = await ignis(
      'diff',
      file('a.png'),
      file('c.png'),
      '--most',
      '5',
      '--map',
      file('m.png'),
    );
    expect(other.code).toBe(1);
    const { mean } = JSON.parse(other.out) as { mean: number };
    expect(mean).toBeGreaterThan(20);
    expect(await sharp(file('m.png')).metadata()).toMatchObject({ width: 40, height: 30 });
    await writeFile(file('d.png'), await art().resize(20, 15).png().toBuffer());
    expect((await ignis('diff', file('a.png'), file('d.png'))).error).toMatch(/40 × 30.*20 × 15/);
    const none = await ignis('convert', file('a.png'), file('a.gif'));
    expect(none.error).toMatch(/no format that is written.*png, jpg/);
    expect((await ignis('--version')).out).toMatch(/^\d+\.\d+\.\d+/);
  });

  it('renders chosen layers without the background', async () => {
    const scene = await folder(small());
    const out = join(scene, 'out.png');
    await ignis('render', scene, out, '--layers', 'line', '--no-background');
    const { data } = await readPng(await readFile(out), 'out');
    // Faint light reaches the corner, but no background.
    expect(data[(59 * 80 + 2) * 4 + 3]).toBeLessThan(60);
    expect(data[(30 * 80 + 40) * 4 + 3]).toBe(255);
    const wrong = await ignis('render', scene, out, '--layers', 'moon');
    expect(wrong.code).toBe(1);
    expect(wrong.error).toContain('There is no layer moon');
  });

  it('reads JPEG assets upright', async () => {
    const bytes = await sharp({
      create: { width: 30, height: 10, channels: 3, background: '#ff0000' },
    })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const asset = await assetName(bytes, 'jpg');
    const scene = newScene('J', 10, 30, null);
    scene.layers.push(
      newPicture(
        'P',
        { kind: 'picture', asset, width: 10, height: 30 },
        scene,
        { x: 5, y: 15 },
        true,
      ),
    );
    const path = await folder(scene, { [asset]: bytes });
    await ignis('render', path, join(path, 'out.png'));
    const { data } = await readPng(await readFile(join(path, 'out.png')), 'out');
    expect(data[(29 * 10 + 9) * 4]).toBeGreaterThan(240);
  });

  it('reads BMP assets, each px as it is, and opaque', async () => {
    // 24 bits, rows from below, each filled up to four bytes: blue, green, red.
    const bmp = Buffer.alloc(54 + 2 * 8);
    bmp.write('BM');
    [bmp.length, 0, 54, 40, 2, 2].forEach((v, i) => bmp.writeUInt32LE(v, 2 + 4 * i));
    bmp.writeUInt16LE(1, 26);
    bmp.writeUInt16LE(24, 28);
    bmp.set([255, 0, 0, 0, 255, 0, 0, 0, 0, 0, 255, 90, 80, 70], 54);
    const asset = await assetName(bmp, 'bmp');
    const scene = newScene('B', 2, 2, null);
    const shown = { kind: 'picture', asset, width: 2, height: 2 } as const;
    scene.layers.push(newPicture('P', shown, scene, { x: 1, y: 1 }, true));
    const path = await folder(scene, { [asset]: bmp });
    expect((await ignis('render', path, join(path, 'out.png'))).code).toBe(0);
    const { data } = await readPng(await readFile(join(path, 'out.png')), 'out');
    expect([...data]).toEqual([255, 0, 0, 255, 70, 80, 90, 255, 0, 0, 255, 255, 0, 255, 0, 255]);
  });

  it('renders no drawing that says it is a PNG', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="90000" height="90000"/>',
    );
    const asset = await assetName(svg, 'png');
    const scene = newScene('S', 9, 9, null);
    const shown = { kind: 'picture', asset, width: 9, height: 9 } as const;
    scene.layers.push(newPicture('P', shown, scene, { x: 1, y: 1 }, true));
    const path = await folder(scene, { [asset]: svg });
    const { code, error } = await ignis('render', path, join(path, 'out.png'));
    expect(code).toBe(1);
    expect(error).toContain('is a svg file');
  });

  it('checks: every fault with its place, and exit code 1', async () => {
    expect(await ignis('check', heron)).toMatchObject({
      code: 0,
      out: 'Heron in neon: no fault found.\n',
    });
    const bad = small();
    Object.assign(bad.layers[0]!, { opacity: 'half', blend: 'glitter' });
    const found = await ignis('check', await folder(bad));
    expect(found.code).toBe(1);
    expect(found.out).toContain('$.layers[0].opacity');
    expect(found.out).toContain('$.layers[0].blend');
    const lacking = small();
    const asset = `${'a'.repeat(64)}.png`;
    for (const id of ['one', 'two'])
      lacking.layers.push({
        ...newPicture(
          'P',
          { kind: 'picture', asset, width: 9, height: 9 },
          lacking,
          { x: 9, y: 9 },
          true,
        ),
        id,
      });
    const { out } = await ignis('check', await folder(lacking));
    expect(out).toMatch(
      /^\$\.layers\[1\]\.source\.asset: The picture aaaaaaaaaaaa… that the scene needs is not there/,
    );
    expect(out).toContain('$.layers[2].source.asset');
    expect(await ignis('check', '/nowhere.ignis')).toMatchObject({ code: 1 });
  });

  it('tells size and layers, back to front', async () => {
    const { out } = await ignis('info', heron);
    const message = JSON.parse(out) as {
      width: number;
      layers: { id: string; name: string; kind: string }[];
    };
    expect(message.width).toBe(1920);
    expect(message.layers.map((l) => `${l.name}:${l.kind}`)).toEqual([
      'Pier at dusk:picture',
      'Ember line:line',
      'Heron:picture',
      'Tide line:line',
    ]);
  });

  it('prints a JSON Schema', async () => {
    expect(JSON.parse((await ignis('schema')).out)).toMatchObject({ type: 'object' });
  });

  it('is installed with all packages that it loads, in the versions that the core has', async () => {
    const [own, core] = await Promise.all(
      ['../package.json', '../../core/package.json'].map(
        async (path) =>
          JSON.parse(await readFile(new URL(path, import.meta.url), 'utf8')) as {
            dependencies: Record<string, string>;
          },
      ),
    );
    const fonts = shippedFaces().map((name) => faceFile(name)!.split('/').slice(0, 2).join('/'));
    // What compiling leaves outside (scripts/command.mjs).
    const left = Object.keys(core!.dependencies).filter((name) =>
      /^(@jsquash\/|(harfbuzzjs|jxl-oxide-wasm|libheif-js)$)/.test(name),
    );
    for (const name of new Set([...fonts, ...left]))
      expect(own!.dependencies[name], name).toBe(core!.dependencies[name]);
  });

  it('refuses options that make no sense', async () => {
    for (const args of [
      ['--depth', '12'],
      ['--region', '1,2'],
      ['--scale', 'big'],
      ['--scale', '90'],
    ])
      expect((await ignis('render', heron, '/tmp/never.png', ...args)).code).toBe(1);
  });
});

describe('the server', () => {
  let server: Server;
  let url: string;
  beforeAll(async () => {
    const studio = await mkdtemp(join(tmpdir(), 'ignis-studio-'));
    await mkdir(join(studio, 'assets'));
    await writeFile(join(studio, 'index.html'), '<!doctype html><title>Ignis</title>');
    await writeFile(join(studio, 'assets/main-abc.js'), 'export {}');
    await writeFile(join(studio, 'assets/cutter.worker-abc.js'), 'export {}');
    await writeFile(join(studio, 'assets/long-abc.js'), `/* ${'x'.repeat(9000)} */`);
    await writeFile(join(studio, 'assets/library-abc.wasm'), new Uint8Array(9000));
    server = createApp({ studio, scenes: at('../../demo/scenes') }).listen(0);
    url = `http://localhost:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => void server.close());

  it('compresses scripts, and sends WebAssembly as it is, to be compiled while it comes', async () => {
    const headersOf = async (name: string) => (await fetch(`${url}/assets/${name}`)).headers;
    expect((await headersOf('long-abc.js')).get('content-encoding')).not.toBeNull();
    const wasm = await headersOf('library-abc.wasm');
    expect(wasm.get('content-encoding')).toBeNull();
    expect(wasm.get('content-type')).toBe('application/wasm');
  });
  it('isolates the page and allows nothing from elsewhere', async () => {
    const { headers } = await fetch(url);
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-embedder-policy')).toBe('require-corp');
    const policy = headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval';");
  });

  it('lets the worker that cuts out write functions, and nothing else', async () => {
    const policy = async (path: string) =>
      (await fetch(`${url}${path}`)).headers.get('content-security-policy');
    expect(await policy('/assets/cutter.worker-abc.js')).toContain(" 'unsafe-eval'");
    for (const path of ['/', '/assets/main-abc.js', '/assets/none/cutter.worker-abc.js'])
      expect(await policy(path)).not.toContain(" 'unsafe-eval'");
  });

  it('lets built files be kept for ever, and the page itself not', async () => {
    expect((await fetch(`${url}/assets/main-abc.js`)).headers.get('cache-control')).toContain(
      'immutable',
    );
    expect((await fetch(`${url}/scene/abc`)).headers.get('cache-control')).toBe('no-cache');
    expect((await fetch(`${url}/assets/none.js`)).status).toBe(404);
    expect((await fetch(`${url}/none.txt`)).status).toBe(404);
  });

  it('gives the examples: a list, files that open, pictures', async () => {
    const list = (await (await fetch(`${url}/examples/index.json`)).json()) as {
      id: string;
      name: string;
    }[];
    expect(list.map((e) => e.name)).toEqual(
      expect.arrayContaining(['Heron in neon', 'Blank pier']),
    );
    const file = new Uint8Array(
      await (await fetch(`${url}/examples/heron-in-neon.ignis`)).arrayBuffer(),
    );
    expect((await unpackScene(file, 'heron')).scene.layers).toHaveLength(4);
    const cover = await (await fetch(`${url}/examples/blank-pier.webp`)).arrayBuffer();
    expect((await sharp(new Uint8Array(cover)).metadata()).width).toBe(720);
    expect((await fetch(`${url}/examples/..%2Fpier.ignis`)).status).toBe(404);
  });

  it('shows every example by a picture of what it is today', async () => {
    // Many show the same picture: each is decoded once.
    const decoded = new Map<string, Picture>();
    for (const name of await readdir(at('../../demo/scenes'))) {
      const folder = at(`../../demo/scenes/${name}`);
      const packed = await readScene(folder);
      await decodeAssets(packed, decoded);
      const small = exportScene(packed.scene, {
        scale: 180 / packed.scene.width,
        depth: 8,
        background: true,
        picture: pictureFrom(decoded),
      });
      // Coarse enough that it does not matter at what size each was rendered.
      const coarse = (picture: string | Uint8Array) =>
        sharp(picture)
          .resize(24, 16, { fit: 'fill', fastShrinkOnLoad: false })
          .ensureAlpha()
          .raw()
          .toBuffer();
      const [cover, own] = [
        await coarse(`${folder}/cover.webp`),
        await coarse(await writePng(small)),
      ];
      const sum = cover.reduce((all, v, i) => all + Math.abs(v - own[i]!), 0);
      expect(sum / cover.length, `${name}: npm run covers`).toBeLessThan(3);
    }
  });
});
