import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

/** The server that ./dev has started, and whose own pages alone it answers. */
const api = process.env.API_ADDRESS ?? 'http://127.0.0.1:4410';

export default defineConfig({
  // Packed once and as tightly as can be, so that the server need not at every visit.
  plugins: [react(), tailwindcss(), compression({ algorithms: ['brotliCompress'], include: /\.(js|css)$/ })],
  worker: { format: 'es' },
  build: {
    sourcemap: true,
    // What is tiny and shared comes with what it is used by: a file costs a request, and its headers.
    rollupOptions: { output: { experimentalMinChunkSize: 1500 } },
  },
  server: { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
