import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  base: '/static/',
  build: {
    manifest: 'manifest.json',
    assetsInlineLimit: 0,
    rollupOptions: { input: 'src/main.ts' },
  },
  server: { port: 5173, strictPort: true, origin: 'http://localhost:5173' },
});
