import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { catalogues } from './catalogues.ts';
import { faceLicences, faces } from './faces.ts';
import { offline } from './offline.ts';
import { opencvBinary } from './opencv-binary.ts';
import { withoutNode } from './without-node.ts';

export default defineConfig({
  root: import.meta.dirname,
  // While developing, workers are given these too.
  plugins: [
    react(),
    tailwind(),
    faces(),
    faceLicences(),
    catalogues(),
    opencvBinary(),
    withoutNode(),
    offline(),
  ],
  worker: {
    format: 'es',
    plugins: () => [faces(), opencvBinary(), withoutNode()],
    rolldownOptions: { checks: { pluginTimings: false } },
  },
  // Its code looks for its WebAssembly beside itself.
  optimizeDeps: { exclude: ['harfbuzzjs'] },
  build: {
    target: 'es2022',
    sourcemap: true,
    // A decoder that carries its compiled code is the largest, 2 MB.
    chunkSizeWarningLimit: 2200,
    rolldownOptions: { checks: { pluginTimings: false } },
  },
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
    },
    proxy: { '/examples': 'http://localhost:4173' },
  },
});
