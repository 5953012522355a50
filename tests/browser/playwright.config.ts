import { defineConfig } from '@playwright/test';

const report = process.env['TOVRIN_TEST_REPORT'];

export default defineConfig({
  testDir: '.',
  globalSetup: './seed.ts',
  // Parts of the tests that run side by side must not clear each other's results away.
  outputDir: `../../test-results/${process.env['TOVRIN_TEST_PART'] ?? 'all'}`,
  // Each would have a server and data of its own (see served.ts), but drawing in software takes all processors as it is.
  workers: 1,
  fullyParallel: false,
  timeout: 90_000,
  // A shared machine can stall for seconds; a test that needed its second try is reported as flaky.
  retries: process.env['CI'] ? 1 : 0,
  expect: { timeout: 20_000 },
  reporter: report === undefined ? [['list']] : [['list'], ['junit', { outputFile: report }]],
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // Nothing moves by itself: no test waits for a menu to fade.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      // Compositing in software beside WebGL in software is a fifth quicker than compositing through WebGL in software.
      args: [
        '--headless', '--no-sandbox', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync',
        '--force-color-profile=srgb', '--disable-gpu-compositing', '--use-angle=swiftshader', '--enable-unsafe-swiftshader',
      ],
    },
  },
});
