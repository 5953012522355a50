import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  // The look's schema lives in the core; the studio reads ranges, rest values and words from it.
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:7310' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
