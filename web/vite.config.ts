import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    // The pages open without a network, as a shop may have none; what they show is asked of the server.
    VitePWA({ injectRegister: false, registerType: 'autoUpdate', manifest: false, workbox: { globPatterns: ['**/*.{js,css,html,woff2,svg}'], navigateFallbackDenylist: [/^\/api\//], cleanupOutdatedCaches: true } }),
  ],
  build: { outDir: 'built/app', emptyOutDir: true, reportCompressedSize: false },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] } } },
  server: { proxy: { '/api': 'http://127.0.0.1:8090' } },
})
