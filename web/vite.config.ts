import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  // Customers' pages are an entry of their own: nothing of the counter's program goes to their phones.
  build: { target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 800, rolldownOptions: { input: { index: 'index.html', approve: 'approve.html', book: 'book.html' } } },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'http://127.0.0.1:5080', ws: true } } },
});
