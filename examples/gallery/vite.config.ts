import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  base: './',
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  server: { fs: { allow: ['../..'] } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
});
