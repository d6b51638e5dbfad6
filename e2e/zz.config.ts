import { defineConfig } from '@playwright/test';
import { PORT, SHELL } from './browser';

export default defineConfig({
  testDir: '.',
  testMatch: 'zz-look.ts',
  // Generous: the machine may be shared, and nothing here is a measurement.
  timeout: 240_000,
  expect: { timeout: 25_000 },
  // One more than the cores of the smallest machine it runs on: a test waits now and then.
  workers: 1,
  // A starved machine may lose a test; one that passes only the second time is listed as flaky.
  retries: 0,
  forbidOnly: true,
  reporter: 'list',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: SHELL,
    permissions: ['clipboard-read', 'clipboard-write'],
  },
  webServer: {
    command: 'node ../server/dist/serve.js',
    url: `http://localhost:${PORT}/examples/index.json`,
    env: { PORT: String(PORT) },
  },
});
