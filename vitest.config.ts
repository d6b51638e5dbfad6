import { defineConfig } from 'vitest/config';

const shared = {
  testTimeout: 120_000,
  hookTimeout: 120_000,
  setupFiles: ['scripts/unit-setup.ts'],
};

export default defineConfig({
  test: {
    // The default leaves one core out: on two that is half of them.
    maxWorkers: '100%',
    globalSetup: ['scripts/kernels.mjs'],
    projects: [
      // Core holds no state of its own: its files share one set of loaded modules, which saves a minute.
      { test: { ...shared, name: 'core', include: ['core/**/*.test.ts'], isolate: false } },
      {
        test: {
          ...shared,
          name: 'around it',
          include: ['server', 'studio', 'scripts', 'benchmarks'].map((d) => `${d}/**/*.test.ts`),
        },
      },
    ],
  },
});
