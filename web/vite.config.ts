import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  build: {
    // Inlined assets would need `data:` in the Content-Security-Policy.
    assetsInlineLimit: 0,
    target: 'es2022',
    // Which packages are in the bundle, for the list of licences.
    license: { fileName: '.vite/licences.json' },
    // The preload helper writes no inline script, and fonts are fetched when a page needs them.
    modulePreload: { polyfill: false },
  },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:7460', changeOrigin: true, ws: true } } },
});
