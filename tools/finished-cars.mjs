// npm run finished-cars [-- CARS [HANDS]]: what npm test holds 25 generated cars to, every way in and four changes by hand
// of each, and the jobs of plan/cases to, 25 changes by hand of each, with as many as are asked for.
import { giveUp, run } from './setup.mjs';

const [cars = '500', hands = '200'] = process.argv.slice(2);
const HELD = ['plan/finished/finished-car.test', 'plan/cases'];
const anyTime = ['--testTimeout', String(2 ** 31 - 1)];
try {
  await run('npx', ['--no-install', 'vitest', 'run', '--project', 'core', ...HELD, ...anyTime], {
    show: true,
    env: { ...process.env, ULPEN_CARS: cars, ULPEN_HANDS: hands },
  });
} catch (error) {
  giveUp(error);
}
