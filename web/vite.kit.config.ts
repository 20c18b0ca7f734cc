import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

const version = /VERSION = "(.+)"/.exec(readFileSync('../src/vocator/__init__.py', 'utf-8'))![1];

/** The page of a field kit: the same components, another way to their answers, addresses that hang on no server. */
export default defineConfig({
  base: './',
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [
    tailwindcss(),
    svelte(),
    {
      name: 'kit-router',
      enforce: 'pre',
      resolveId: (id: string) => (/(^|\/)router$/.test(id) ? resolve('src/kit/router.svelte.ts') : null),
    },
  ],
  worker: { format: 'es' },
  publicDir: 'public',
  build: { outDir: 'dist-kit', rolldownOptions: { input: 'kit.html' } },
});
