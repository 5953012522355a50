import { defineConfig, mergeConfig } from 'vitest/config';
import viteConfig from './vite.config.ts';

// Tests lie beside those of the other parts.
export default mergeConfig(viteConfig, defineConfig({ test: { include: ['../tests/studio/**/*.test.ts'], environment: 'node' } }));
