import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  // Customers' pages are an entry of their own: nothing of the counter's program goes to their phones.
  build: { target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 800, rolldownOptions: { input: { index: 'index.html', approve: 'approve.html', book: 'book.html' } } },
  // A process for each file takes longer than its tests do.
  test: { pool: 'threads' },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'http://127.0.0.1:5080', ws: true } } },
});
