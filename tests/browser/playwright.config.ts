import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const port = 7399;
// The tests work on data of their own, filled with the demo set. Workers inherit the folder's name.
process.env.TOVRIN_DATA ??= mkdtempSync(join(tmpdir(), 'tovrin-browser-'));

export default defineConfig({
  testDir: '.',
  outputDir: '../../test-results',
  // One server with one set: tests that change it must not meet.
  workers: 1,
  fullyParallel: false,
  timeout: 90_000,
  // A shared machine can stall for seconds; a test that needed its second try is reported as flaky.
  retries: process.env['CI'] ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${String(port)}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync',
        '--force-color-profile=srgb', '--use-angle=swiftshader', '--enable-unsafe-swiftshader',
      ],
    },
  },
  webServer: {
    command: `../../bin/tovrin demo --port ${String(port)}`,
    url: `http://127.0.0.1:${String(port)}/api/sets/1`,
    timeout: 120_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 10_000 },
  },
});
