import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  // The look's schema lives in the core; the studio reads ranges, rest values and words from it.
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:7310' } },
  // Tests lie beside those of the other parts.
  test: { include: ['../tests/studio/**/*.test.ts'], environment: 'node' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
