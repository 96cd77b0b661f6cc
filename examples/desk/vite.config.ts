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

/** The tables of the shipped faces lie beside the page, where a server has them already: they are not bundled once more. */
function tablesBeside(): Plugin {
  return {
    name: 'tables-beside',
    load(id) {
      const [, family, variant] = /[\\/]type[\\/]generated[\\/](\w+)\.(\w+)\.ts$/.exec(id) ?? [];
      if (family === undefined) return undefined;
      // The address begins at the folder of the bundles.
      const address = JSON.stringify(`../type/${family}/${variant}.table`);
      return `export const table = await (await fetch(new URL(/* @vite-ignore */ ${address}, import.meta.url))).text();`;
    },
  };
}

export default defineConfig({
  base: './',
  plugins: [react(), englishOnly()],
  resolve: { conditions: ['@hexis/source', ...defaultClientConditions] },
  worker: { format: 'es', plugins: () => [tablesBeside()] },
  server: { fs: { allow: ['../..'] } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500, modulePreload: false },
});
