import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  build: { target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'http://127.0.0.1:5080', ws: true } } },
});
