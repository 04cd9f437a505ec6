import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The server that ./dev has started, and whose own pages alone it answers. */
const api = process.env.API_ADDRESS ?? 'http://127.0.0.1:4410';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  worker: { format: 'es' },
  build: { sourcemap: true },
  server: { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
