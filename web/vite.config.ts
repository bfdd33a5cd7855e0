import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import vue from '@vitejs/plugin-vue';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify, { transformAssetUrls } from 'vite-plugin-vuetify';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { partsList } from './partsList';

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
};

/** Keeps the whole program in the browser: with the server gone everything works, and nothing of it is fetched twice. */
const offline = VitePWA({
  registerType: 'prompt',
  injectRegister: null,
  manifest: {
    name: 'Tawny Hall',
    short_name: 'Tawny Hall',
    description: 'A planner, calculator and logbook for building and treating one small studio at a time.',
    start_url: '/',
    display: 'standalone',
    background_color: '#FAF5EC',
    theme_color: '#FAF5EC',
    icons: [
      { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  },
  workbox: {
    globPatterns: ['**/*.{js,css,html,svg,png,wasm,woff2,woff}', 'assets/*.json', 'recordings/*.wav'],
    maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//],
    // The first visit is served by it at once; a later version still waits until it is asked for.
    clientsClaim: true,
    cleanupOutdatedCaches: true,
  },
});

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [
    vue({ template: { transformAssetUrls } }),
    vuetify({ styles: { configFile: 'src/styles/settings.scss' } }),
    offline,
    partsList(),
    // Beside each file what the server sends to browsers that can unpack it.
    compression({
      include: /\.(js|css|html|svg|json|wasm|webmanifest)$/,
      threshold: 1024,
      algorithms: [defineAlgorithm('gzip', { level: 9 }), defineAlgorithm('brotliCompress')],
    }),
  ],
  resolve: {
    alias: [
      // Its build "for browsers" is twice as long, for such as have no modules.
      { find: 'polygon-clipping', replacement: 'polygon-clipping/dist/polygon-clipping.esm.js' },
      // The library's calendar is in every first load, and nothing here shows a calendar.
      { find: /^\.\/adapters\/vuetify\.js$/, replacement: fileURLToPath(new URL('noDates.ts', import.meta.url)) },
      { find: /^\.\.\/en\.js$/, replacement: fileURLToPath(new URL('libraryWords.ts', import.meta.url)) },
      // Nor does anything scroll by itself.
      { find: /^\.\/composables\/goto\.js$/, replacement: fileURLToPath(new URL('noGoTo.ts', import.meta.url)) },
      // Nor does a first load show progress by a bar or a ring.
      {
        find: /^(\.\.\/components|\.\.)\/VProgress(Linear|Circular)\/index\.js$/,
        replacement: fileURLToPath(new URL('lateProgress.ts', import.meta.url)),
      },
    ],
  },
  // Every component here, and every one of the library's, is a setup: the other way to write one stays away.
  define: { __VUE_OPTIONS_API__: false },
  server: { port: 5173, strictPort: true, headers: isolation },
  preview: { headers: isolation },
  worker: { format: 'es' },
  // First met inside the worker: listed, or the dev page reloads once.
  optimizeDeps: { include: ['highs'] },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
