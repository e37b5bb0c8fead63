import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  // The CSV packages' own builds for browsers: the others want Node's Buffer.
  resolve: { alias: { 'csv-parse/sync': 'csv-parse/browser/esm/sync', 'csv-stringify/sync': 'csv-stringify/browser/esm/sync' } },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4100', changeOrigin: true } } },
})
