import { readFileSync } from 'node:fs';
import { transformAsync } from '@babel/core';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

// The one place where it stands.
const version = /VERSION = '([^']+)'/.exec(readFileSync(new URL('../src/Release.php', import.meta.url), 'utf8'))?.[1] ?? '';

/** Components and hooks through React's compiler, which spares drawing what has not changed. The plugin that there is for it asks for a newer Node than Debian has. */
const compiled: Plugin = {
  name: 'react-compiler',
  enforce: 'pre',
  async transform(code, id) {
    const [file = ''] = id.split('?');
    if (file.includes('/node_modules/') || !/(\.tsx|\/use\w+\.ts)$/.test(file)) return null;
    const made = await transformAsync(code, { filename: file, plugins: ['babel-plugin-react-compiler'], parserOpts: { plugins: ['typescript', 'jsx'] }, babelrc: false, configFile: false, sourceMaps: true });
    return made?.code ? { code: made.code, map: made.map } : null;
  },
};

export default defineConfig({
  define: { __VERSION__: JSON.stringify(version) },
  plugins: [compiled, react()],
  // The look's schema lives in the core; the studio reads ranges, rest values and words from it.
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:7310' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
});
