import { spawnSync } from 'node:child_process';
import { spawn } from 'node:child_process';
import { withDemoServer } from './demo-server.mjs';
let status = 0;
await withDemoServer('e2etmp', ({ address }) => new Promise((resolve) => {
  const c = spawn('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts', '--reporter', 'list', ...process.argv.slice(2)], { stdio: 'inherit', env: { ...process.env, ULPEN_E2E_URL: address } });
  c.on('exit', (s) => { status = s; resolve(); });
}));
process.exit(status);
