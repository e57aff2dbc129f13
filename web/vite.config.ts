import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import components from 'unplugin-vue-components/vite';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig, type Plugin } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The files that the learners’ tools need, whatever of them is opened; the trainers’ pages are not kept offline. */
const kept = new Set<string>();
const learnersFiles: Plugin = {
  name: 'learners-files',
  writeBundle(_, bundle) {
    const visit = (file: string) => {
      const chunk = bundle[file];
      if (kept.has(file) || chunk?.type !== 'chunk') return;
      kept.add(file);
      for (const one of [...chunk.imports, ...chunk.dynamicImports]) visit(one);
      const { importedCss = [], importedAssets = [] } = chunk.viteMetadata ?? {};
      for (const one of [...importedCss, ...importedAssets]) kept.add(one);
    };
    for (const chunk of Object.values(bundle))
      if (chunk.type === 'chunk' && chunk.facadeModuleId === at('study.html')) visit(chunk.fileName);
    kept.add('study.html');
    kept.add('crib.svg');
  },
};
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
    components({ resolvers: [ElementPlusResolver()], dirs: [], dts: false }),
  ],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: { index: at('index.html'), study: at('study.html') },
      output: {
        // Chunks by what they hold, so that a size says what has grown.
        codeSplitting: {
          groups: [
            { name: 'vue', test: /node_modules[\\/](?:@vue|vue|vue-router|pinia)[\\/]/ },
            { name: 'zod', test: /node_modules[\\/]zod[\\/]/ },
          ],
        },
      },
    },
  },
  server: {
    proxy: Object.fromEntries(
      ['/api', '/public', '/s/', '/n/', '/shelf/'].map((path) => [path, 'http://127.0.0.1:4310']),
    ),
  },
});
