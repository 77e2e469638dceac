import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const api = new URL(process.env['ULPEN_API'] ?? 'http://127.0.0.1:4310').origin;

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['ulpen-src', ...defaultClientConditions] },
  build: { target: 'es2022', sourcemap: false },
  worker: { format: 'es' },
  server: {
    host: '127.0.0.1',
    port: 5173,
    // Host and Origin stay as the browser sent them, so the server judges them as it does its own page's.
    proxy: { '/api': { target: api, changeOrigin: false } },
  },
});
