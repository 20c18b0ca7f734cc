import { readFileSync } from 'node:fs';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';
import { VitePWA } from 'vite-plugin-pwa';

// Flowbite Svelte's index declares no sideEffects, so that one button brings them all;
// none of these packages relies on being imported for its effect alone.
const withoutEffects = /node_modules\/(flowbite-svelte|tailwind-(merge|variants)|@floating-ui|date-fns)/;

// the server's own number: a page of another one says so
const version = /VERSION = "(.+)"/.exec(readFileSync('../src/vocator/__init__.py', 'utf-8'))![1];

export default defineConfig({
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [
    tailwindcss(),
    svelte(),
    VitePWA({
      registerType: 'prompt', // a newer page comes at a tap, never in the middle of a sheet
      workbox: {
        clientsClaim: true,
        navigateFallbackDenylist: [/^\/(api|heart)/],
        globPatterns: ['**/*.{js,css,html,woff2,svg,png,webmanifest}'],
        runtimeCaching: [
          // what was taken along; the page puts it there
          { urlPattern: ({ url }) => url.pathname.startsWith('/heart/'), handler: 'CacheFirst', options: { cacheName: 'vocator-heart' } },
        ],
      },
      manifest: {
        name: 'Vocator',
        short_name: 'Vocator',
        description: 'The keys to press, proven on a virtual radio',
        display: 'standalone',
        start_url: '/',
        background_color: '#ffffff',
        theme_color: '#ffffff',
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
        shortcuts: [
          { name: 'Bench', url: '/' },
          { name: 'Passes', url: '/passes' },
          { name: 'Twin', url: '/twin' },
        ],
        // a line shared from another application lands on the bench
        share_target: { action: '/', method: 'GET', params: { title: 'title', text: 'line', url: 'url' } },
      },
    }),
  ],
  worker: { format: 'es' },
  build: { rolldownOptions: { treeshake: { moduleSideEffects: (id: string) => !withoutEffects.test(id) } } },
  resolve: process.env.VITEST ? { conditions: ['browser'] } : {},
  test: { environment: 'jsdom', include: ['src/**/*.test.ts'] },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:8642' } },
});
