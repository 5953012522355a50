import { readFileSync } from 'node:fs';
import babel from '@rolldown/plugin-babel';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// The one place where it stands.
const version = /VERSION = '([^']+)'/.exec(readFileSync(new URL('../src/Release.php', import.meta.url), 'utf8'))?.[1] ?? '';

export default defineConfig({
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [react(), babel({ presets: [reactCompilerPreset()] })],
  // The look's schema lives in the core; the studio reads ranges, rest values and words from it.
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:7310' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
