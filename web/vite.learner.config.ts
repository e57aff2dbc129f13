import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/**
 * The style and the script of learners’ pages: one classic script, since modules do not run from files, and addresses
 * that hold wherever the folder is.
 */
export default defineConfig({
  root: at('.'),
  base: './',
  publicDir: false,
  build: {
    target: 'es2022',
    outDir: at('dist'),
    emptyOutDir: false,
    manifest: 'learner.json',
    assetsInlineLimit: 0,
    cssCodeSplit: false,
    rollupOptions: {
      input: at('src/learner/main.ts'),
      output: {
        format: 'iife',
        entryFileNames: 'assets/sheet-[hash].js',
        assetFileNames: 'assets/sheet-[hash][extname]',
      },
    },
  },
});
