import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    tailwindcss(),
    svelte(),
    // Keeps the page and its parts for a field without a network; answers of the API are never kept here.
    VitePWA({
      base: '/',
      scope: '/',
      injectRegister: null,
      manifest: false,
      registerType: 'autoUpdate',
      workbox: {
        inlineWorkboxRuntime: true,
        globPatterns: ['assets/*.{js,css,woff2}'],
        modifyURLPrefix: { 'assets/': '/static/assets/' },
        additionalManifestEntries: [{ url: '/', revision: String(Date.now()) }],
        navigateFallback: '/',
        navigateFallbackDenylist: [/^\/api\//, /^\/admin\//, /^\/static\//, /^\/sw\.js$/, /^\/enter\//],
      },
    }),
  ],
  base: '/static/',
  build: {
    manifest: 'manifest.json',
    assetsInlineLimit: 0,
    rolldownOptions: {
      input: 'src/main.ts',
      output: {
        codeSplitting: {
          // One file for what several views share: on a slow network twenty small ones wait for one another.
          groups: [
            { name: 'common', test: /node_modules|src\/(api|kit|drawing|sharing)\//, minShareCount: 3 },
          ],
        },
      },
    },
  },
  server: { port: 5173, strictPort: true, origin: 'http://localhost:5173' },
});
