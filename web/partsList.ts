/** Writes parts.json: every file of the built program, for pages that have no service worker and fetch them when idle. */
import type { Plugin } from 'vite';

export const partsList = (): Plugin => ({
  name: 'parts-list',
  apply: 'build',
  generateBundle(_options, bundle) {
    const parts = Object.keys(bundle).filter((name) => name.startsWith('assets/') && !name.endsWith('.map'));
    this.emitFile({ type: 'asset', fileName: 'parts.json', source: JSON.stringify(parts.sort()) });
  },
});
