import { defineConfig } from '@playwright/test';

/** Stories and screens run side by side, each with a server and a yard of its own. */
const PORT = Number(process.env['NELBO_E2E_PORT'] ?? 4390);

export default defineConfig({
  testDir: '.',
  // The longest of them take a minute alone, and two beside a second copy on a small machine.
  timeout: 180_000,
  // A machine that stalls for some seconds is slow, not wrong; speed is the bench's business.
  expect: { timeout: 15_000 },
  workers: 1,
  reporter: [['list']],
  outputDir: `../test-results/${PORT}`,
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    // Every visitor would fetch all files of the application to keep them: only stories without the network need that.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
      ],
    },
  },
  webServer: {
    command: `node --import tsx serve.ts ${PORT} round-the-clock`,
    cwd: import.meta.dirname,
    url: `http://127.0.0.1:${PORT}/api/v1/health`,
    reuseExistingServer: false,
    // A cold disk reads the modules for a minute.
    timeout: 180_000,
    stdout: 'ignore',
    stderr: 'pipe',
  },
});
