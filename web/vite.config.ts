import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';
import vue from '@vitejs/plugin-vue';
import vuetify, { transformAssetUrls } from 'vite-plugin-vuetify';

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
};

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [vue({ template: { transformAssetUrls } }), vuetify({ styles: { configFile: 'src/styles/settings.scss' } })],
  server: { port: 5173, strictPort: true, headers: isolation },
  preview: { headers: isolation },
  worker: { format: 'es' },
  // First met inside the worker: listed, or the dev page reloads once.
  optimizeDeps: { include: ['highs'] },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
