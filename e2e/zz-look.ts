import { settled } from './bench-page';
import { test } from './test';
test('german', async ({ page }) => {
  test.setTimeout(200_000);
  await page.addInitScript(() => localStorage.setItem('language', 'de'));
  await page.goto('/');
  await page.waitForTimeout(2500);
  await page.screenshot({ path: '/tmp/shots/de-shelf.png' });
  await page.getByRole('button', { name: /Ember Pier/ }).first().click();
  await settled(page);
  await page.locator('[data-card]').nth(4).click();
  await page.waitForTimeout(1200);
  await page.screenshot({ path: '/tmp/shots/de-bench.png' });
  await page.getByRole('button', { name: '+ Schritt hinzufügen' }).first().click();
  await page.waitForTimeout(3000);
  await page.screenshot({ path: '/tmp/shots/de-picker.png' });
});
