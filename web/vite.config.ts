import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import autoImport from 'unplugin-auto-import/vite';
import components from 'unplugin-vue-components/vite';
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: at('.'),
  plugins: [
    vue(),
    autoImport({ resolvers: [ElementPlusResolver()], dts: at('src/auto-imports.d.ts') }),
    components({ resolvers: [ElementPlusResolver()], dirs: [], dts: at('src/components.d.ts') }),
  ],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    rollupOptions: { input: { index: at('index.html') } },
  },
  server: {
    proxy: Object.fromEntries(
      ['/api', '/public', '/s/', '/n/', '/shelf/'].map((path) => [path, 'http://127.0.0.1:4310']),
    ),
  },
});
