import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['ulpen-src', ...defaultClientConditions] },
  build: { target: 'es2022', sourcemap: false },
  worker: { format: 'es' },
  server: {
    host: '127.0.0.1',
    port: 5173,
    proxy: { '/api': { target: process.env['ULPEN_API'] ?? 'http://127.0.0.1:4310', changeOrigin: true } },
  },
});
