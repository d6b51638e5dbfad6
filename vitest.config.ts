import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/**/*.test.ts',
      'server/**/*.test.ts',
      'studio/**/*.test.ts',
      'scripts/**/*.test.ts',
    ],
    testTimeout: 120_000,
    // The default leaves one core out: on two that is half of them.
    maxWorkers: '100%',
    globalSetup: ['scripts/kernels.mjs'],
    setupFiles: ['scripts/unit-setup.ts'],
  },
});
