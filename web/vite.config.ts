import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'
import { compressedTwins } from './scripts/compressed-twins.ts'
import { roomsAhead } from './scripts/rooms-ahead.ts'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), roomsAhead(), compressedTwins()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  server: {
    proxy: {
      '/api': {
        target: 'http://127.0.0.1:8080',
        headers: { origin: 'http://127.0.0.1:8080' },
        changeOrigin: true,
      },
    },
  },
  build: {
    target: 'es2022',
    cssCodeSplit: false,
    chunkSizeWarningLimit: 600,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'house', tags: ['$initial'], priority: 2 },
            {
              name: 'shared',
              minShareCount: 2,
              entriesAware: true,
              entriesAwareMergeThreshold: 1_500,
            },
          ],
        },
      },
    },
  },
  test: {
    environment: 'happy-dom',
    server: { deps: { inline: ['vuetify'] } },
    setupFiles: ['src/test/setup.ts'],
  },
})
