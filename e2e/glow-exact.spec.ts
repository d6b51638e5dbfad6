/** Our soft glows and shadows against Chromium's blur and drop-shadow. */
import { expect, test } from '@playwright/test';
import { newStep } from '../core/scene/model/make';
import { BROWSER, SHELL } from './browser';
import { compared, filtered, ours, type Word } from './words';

/*
 * Chromium blurs on the processor by boxes of whole px, up to 10/255 from a Gaussian; on a graphics device, and
 * on the one in software that it ships with, it blurs by a Gaussian. It is asked for that.
 */
test.use({
  launchOptions: {
    ...SHELL,
    args: [
      ...BROWSER.args,
      '--use-gl=angle',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--ignore-gpu-blocklist',
      '--enable-gpu-rasterization',
    ],
  },
});

/** Of 255. */
const WORST = 2;
const MEAN = 0.3;

const WORD: Word = {
  ...{ font: 'bowlby-one', text: 'TIDE', size: 90, width: 420, height: 220, x: 70, y: 140 },
};

/** Up to this σ, px, Chromium samples every px; for more it blurs a smaller picture. */
const SHARP = 4;

/**
 * A filter that blurs by a σ, px: several blurs of a smaller one after another come to it, since variances add
 * up; each of them samples every px.
 */
const blurs = (sigma: number): string => {
  const times = Math.ceil((sigma / SHARP) ** 2);
  return Array.from({ length: times }, () => `blur(${sigma / Math.sqrt(times)}px)`).join(' ');
};

for (const sigma of [2, 4, 10, 15])
  test(`a soft glow is the browser's blur of the shape, σ ${sigma} px`, async ({ page }) => {
    await page.goto('/licences.txt');
    const blurred = await filtered(page, await ours(WORD), WORD, blurs(sigma));
    const own = await ours(WORD, (layer) => {
      const glow = newStep('style.glow');
      Object.assign(glow.values, { reach: 2 * sigma, blend: 'normal', above: true });
      layer.steps.push(glow);
      layer.body = 0;
    });
    expect(Math.max(...own)).toBeGreaterThan(60);
    const { worst, mean } = compared(blurred, own);
    expect(worst).toBeLessThanOrEqual(WORST);
    expect(mean).toBeLessThanOrEqual(MEAN);
  });

for (const sigma of [2, 4])
  test(`a shadow is the browser's drop-shadow of the shape, σ ${sigma} px`, async ({ page }) => {
    await page.goto('/licences.txt');
    const shape = await ours(WORD);
    const dropped = await filtered(page, shape, WORD, `drop-shadow(9px 12px ${sigma}px black)`);
    const own = await ours(WORD, (layer) => {
      const shadow = newStep('style.shadow');
      Object.assign(shadow.values, {
        // From above at the left, so that it falls 9 px aside and 12 px down.
        ...{ follows: 'own', lampAngle: (Math.atan2(-12, -9) * 180) / Math.PI, distance: 15 },
        ...{ reach: 2 * sigma, opacity: 100, blend: 'normal', hidden: false },
      });
      layer.steps.push(shadow);
    });
    const { worst, mean } = compared(dropped, own);
    expect(worst).toBeLessThanOrEqual(WORST);
    expect(mean).toBeLessThanOrEqual(MEAN);
  });
