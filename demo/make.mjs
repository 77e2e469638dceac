// Writes the demo shop's job files from the simulated cars, and its library: node demo/make.mjs (after npm run build).
import { createHash } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import { writeDevices } from '@ulpen/core';
import { DEMO_CARS, DEMO_DEVICES, jobFileOfCar } from '@ulpen/core/carsim';

const folder = new URL('./jobs/', import.meta.url);
const sha256 = (text) => createHash('sha256').update(text).digest('hex');
await mkdir(folder, { recursive: true });
for (const [i, car] of DEMO_CARS.entries()) {
  const name = `${i + 1}-${car.id}.ulpen.json`;
  await writeFile(new URL(name, folder), `${JSON.stringify(jobFileOfCar(car, i, sha256))}\n`);
  console.log(name);
}
await writeFile(new URL('./devices.csv', import.meta.url), writeDevices(DEMO_DEVICES));
console.log('devices.csv');
