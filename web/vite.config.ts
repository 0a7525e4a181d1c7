import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const isolation = { 'Cross-Origin-Opener-Policy': 'same-origin', 'Cross-Origin-Embedder-Policy': 'require-corp' };

/** The server sees the page's own host, so that what the page sends is not taken for another site's. */
const proxy = { '/api': { target: 'http://127.0.0.1:4310', changeOrigin: false } };

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { '@chromatype/core': fileURLToPath(new URL('../core/src/index.ts', import.meta.url)) } },
  worker: { format: 'es' },
  build: { target: 'es2023', chunkSizeWarningLimit: 900 },
  server: { host: '127.0.0.1', port: 5173, headers: isolation, proxy },
});
