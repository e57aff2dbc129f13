import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import components from 'unplugin-vue-components/vite';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import { defineConfig } from 'vite';
import { guide } from './vite.guide.config.ts';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** Modules that several pages use, in one chunk: one request instead of thirty. */
const shared = (name: string, test: RegExp) => ({ name, test, minShareCount: 2 });

export default defineConfig({
  root: at('.'),
  plugins: [guide, vue(), components({ resolvers: [ElementPlusResolver()], dirs: [], dts: false })],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: at('index.html'),
      output: {
        // Chunks by what they hold, so that a size says what has grown; those that others need come first.
        codeSplitting: {
          groups: [
            { name: 'loading', test: /preload-helper|export-helper|modulepreload-polyfill/ },
            { name: 'vue', test: /node_modules[\\/](?:@vue|vue|vue-router|pinia|@vueuse|@tanstack)[\\/]/ },
            { name: 'zod', test: /node_modules[\\/]zod[\\/]/ },
            shared('element', /node_modules[\\/](?:element-plus|@element-plus|@floating-ui|@popperjs|@ctrl)[\\/]/),
            shared('core', /[\\/]core[\\/]src[\\/](?:error|memory|keys|press|words|contract|catalogue|keyset)[\\/]/),
            shared('parts', /web[\\/]src[\\/](?:api|composables|keyboard|own-keys|parts|stores|words)[\\/]/),
          ].map((group, index, { length }) => ({ ...group, priority: length - index })),
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
