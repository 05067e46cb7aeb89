import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  base: '/static/',
  plugins: [tailwindcss(), svelte(), svelteTesting()],
  server: { origin: 'http://localhost:5173' },
  build: {
    manifest: 'manifest.json',
    outDir: 'dist',
    assetsInlineLimit: 0, // the policy allows no data: fonts
    rolldownOptions: { input: 'src/main.ts' },
  },
  test: {
    environment: 'jsdom',
    setupFiles: ['src/testing/setup.test.fixtures.ts'],
    environmentOptions: { jsdom: { url: 'http://localhost/' } },
    include: ['src/**/*.test.ts'],
  },
});
