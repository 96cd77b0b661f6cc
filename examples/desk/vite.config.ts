import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  base: './',
  plugins: [react()],
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  server: { fs: { allow: ['../..'] } },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500, modulePreload: false },
});
