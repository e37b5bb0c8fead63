import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'serviceWorker.ts',
      injectRegister: null,
      injectManifest: { globPatterns: ['**/*.{js,css,html,svg,png,woff2}'], maximumFileSizeToCacheInBytes: 8_000_000 },
      manifest: {
        name: 'Jot Book',
        short_name: 'Jot Book',
        description: 'A logbook for anglers that counts the hours as well as the strikes',
        start_url: '/today',
        display: 'standalone',
        background_color: '#edf0e9',
        theme_color: '#17252b',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
    }),
  ],
  // The CSV packages' own builds for browsers: the others want Node's Buffer.
  resolve: {
    alias: { 'csv-parse/sync': 'csv-parse/browser/esm/sync', 'csv-stringify/sync': 'csv-stringify/browser/esm/sync' },
  },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4100', changeOrigin: true } } },
})
