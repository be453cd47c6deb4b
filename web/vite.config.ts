import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

// What is typed and not sent names the contract that it was written by.
const contract = createHash('sha256')
  .update(readFileSync(new URL('../api/openapi.yaml', import.meta.url)))
  .digest('hex')
  .slice(0, 12)

export default defineConfig({
  define: { __CONTRACT__: JSON.stringify(contract) },
  plugins: [
    react(),
    // The pages open without a network, as a shop may have none; what they show is asked of the server. A newer
    // version waits until somebody takes it, or no page of the older is open.
    VitePWA({
      injectRegister: false,
      registerType: 'prompt',
      manifest: false,
      workbox: {
        clientsClaim: true,
        globPatterns: ['**/*.{js,css,html,woff2,svg}'],
        navigateFallbackDenylist: [/^\/api\//, /^\/(healthz|readyz)$/, /\.[^/]+$/],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  build: {
    outDir: 'built/app',
    emptyOutDir: true,
    reportCompressedSize: false,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: {
        // What every page needs comes in two files: packed together it is smaller than in many.
        codeSplitting: {
          groups: [
            {
              name: 'libraries',
              test: /rolldown[\\/]runtime|node_modules[\\/](react|react-dom|scheduler|react-router|@tanstack|i18next|react-i18next|html-parse-stringify|idb|openapi-fetch|uuid|classnames)[\\/]/,
            },
            {
              name: 'frame',
              test: /src[\\/](api|app|session|words)[\\/](?!limits|traits|schema|american|pseudo|typed)|src[\\/]ui[\\/](States|format|wall|catalogue|en\.json)/,
            },
          ],
        },
      },
    },
  },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8090' } },
})
