import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';

/** The page speaks English: what a library says in thirty other languages is left out. */
function englishOnly(): Plugin {
  return {
    name: 'english-only',
    load: (id) =>
      /[\\/]react-aria[\\/].*[\\/]intl[\\/]/.test(id) &&
      /[\\/][a-z]{2}-[A-Z]{2}\.m?js$/.test(id) &&
      !id.includes('en-US')
        ? `export { default } from './en-US${id.slice(id.lastIndexOf('.'))}';`
        : undefined,
  };
}

export default defineConfig({
  base: './',
  plugins: [react(), englishOnly()],
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  server: { fs: { allow: ['../..'] } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500, modulePreload: false },
});
