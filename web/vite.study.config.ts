import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig, type Plugin } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The files that the learners’ tools need, whatever of them is opened; the trainers’ pages are not kept offline. */
const kept = new Set(['study.html', 'crib.svg']);
const learnersFiles: Plugin = {
  name: 'learners-files',
  writeBundle: (_, bundle) => Object.keys(bundle).forEach((file) => kept.add(file)),
};

/**
 * The learners’ tools, built apart from the trainers’ application, so that neither loads a part that only the other
 * needs; and the service worker that keeps them.
 */
export default defineConfig({
  root: at('.'),
  plugins: [
    vue(),
    learnersFiles,
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'offline',
      filename: 'learners.ts',
      registerType: 'prompt',
      injectRegister: null,
      manifest: false,
      injectManifest: {
        globPatterns: ['**/*.{js,css,html,ttf,woff2,svg}'],
        maximumFileSizeToCacheInBytes: 8_000_000,
        rollupFormat: 'iife',
        sourcemap: false,
        manifestTransforms: [
          async (entries) => ({ manifest: entries.filter((one) => kept.has(one.url)), warnings: [] }),
        ],
      },
    }),
  ],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    outDir: at('dist'),
    emptyOutDir: false,
    rolldownOptions: {
      input: at('study.html'),
      output: {
        codeSplitting: {
          groups: [
            { name: 'study-vue', test: /node_modules[\\/](?:@vue|vue|vue-router)[\\/]/, priority: 1 },
            { name: 'study-apexcharts', test: /node_modules[\\/](?:vue3-)?apexcharts[\\/]/, priority: 1 },
            { name: 'study-zod', test: /node_modules[\\/]zod[\\/]/, priority: 1 },
          ],
        },
      },
    },
  },
});
