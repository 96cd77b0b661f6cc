import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';

/**
 * The worker is a chunk of the same build as the page, so that what both need is there once. `virtual:worker` is its address.
 */
function workerBeside(): Plugin {
  const name = 'virtual:worker';
  let reference = '';
  return {
    name: 'worker-beside',
    buildStart() {
      reference = this.emitFile({ type: 'chunk', id: 'src/worker.ts', name: 'worker' });
    },
    resolveId: (id) => (id === name ? `\0${name}` : undefined),
    load: (id) => (id === `\0${name}` ? `export default import.meta.ROLLUP_FILE_URL_${reference};` : undefined),
  };
}

export default defineConfig({
  base: './',
  plugins: [react(), workerBeside()],
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  server: { fs: { allow: ['../..'] } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500, modulePreload: false },
});
