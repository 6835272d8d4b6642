import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  // For the stores, which are written in runes.
  plugins: [svelte()],
  test: { include: ['src/**/*.test.ts'], environment: 'node' },
});
