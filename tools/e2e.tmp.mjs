import { withDemoServer } from './demo-server.mjs';
import { spawn } from 'node:child_process';
await withDemoServer('e2e-look', async ({ address }) => {
  const c = spawn(
    'npx',
    [
      'playwright',
      'test',
      '--config',
      'e2e/playwright.config.ts',
      '--reporter=list',
      ...process.argv.slice(2),
    ],
    { stdio: 'inherit', env: { ...process.env, ULPEN_E2E_URL: address } },
  );
  await new Promise((r) => c.on('exit', r));
});
