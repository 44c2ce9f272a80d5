import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { resolve } from 'node:path';
import { defineConfig } from 'vite';

const server = `http://127.0.0.1:${process.env.PORT ?? 4310}`;

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  build: {
    outDir: resolve(import.meta.dirname, '../dist/web'),
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
  },
  server: { port: 4320, proxy: { '/api': server, '/openapi.json': server, '/healthz': server } },
});
