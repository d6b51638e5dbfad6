/** The app without a network, and installed: what the service worker caches, and what the manifest says. */
import type { Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The largest file that is cached, bytes: the library that tells subjects apart. */
const LARGEST = 12 * 2 ** 20;

/** The pictures that are opened from outside, by type: those that core has formats for. */
export const PICTURES: Readonly<Record<string, string[]>> = {
  ...{ 'image/png': ['.png'], 'image/jpeg': ['.jpg', '.jpeg', '.jfif'], 'image/webp': ['.webp'] },
  ...{ 'image/avif': ['.avif'], 'image/tiff': ['.tif', '.tiff'], 'image/x-exr': ['.exr'] },
  ...{ 'image/heic': ['.heic', '.heif'], 'image/jxl': ['.jxl'] },
  'image/vnd.radiance': ['.hdr', '.pic', '.rgbe'],
  ...{ 'image/gif': ['.gif'], 'image/bmp': ['.bmp'], 'image/svg+xml': ['.svg'] },
};

const SCENES = { 'application/x-ignis': ['.ignis'], 'image/openraster': ['.ora'] };

export const offline = (): Plugin[] =>
  VitePWA({
    // A new version waits until the artist takes it: never amid work.
    registerType: 'prompt',
    injectRegister: null,
    manifest: {
      name: 'Ignis',
      short_name: 'Ignis',
      description: 'Put light into pictures.',
      start_url: '/',
      display: 'standalone',
      theme_color: '#151515',
      background_color: '#151515',
      icons: [
        { src: '/icons/icon-192.png', sizes: '192x192', type: 'image/png' },
        { src: '/icons/icon-512.png', sizes: '512x512', type: 'image/png' },
        {
          ...{ src: '/icons/maskable-512.png', sizes: '512x512', type: 'image/png' },
          purpose: 'maskable',
        },
      ],
      file_handlers: [{ action: '/', accept: { ...SCENES, ...PICTURES } }],
    },
    workbox: {
      globPatterns: ['**/*.{html,js,css,wasm,tflite,ttf,woff2,svg,png,txt,json}'],
      maximumFileSizeToCacheInBytes: LARGEST,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/examples\//, /\.\w+$/],
      cleanupOutdatedCaches: true,
      runtimeCaching: [
        {
          urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/examples/'),
          handler: 'NetworkFirst',
          options: { cacheName: 'examples' },
        },
      ],
    },
  });
