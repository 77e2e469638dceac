export * from './analyser.ts';
export * from './cars/index.ts';
export * from './job-file-of-car.ts';
export * from './random.ts';
export * from './simulated-car.ts';
export * from './transfer.ts';
export * from './varied.ts';
