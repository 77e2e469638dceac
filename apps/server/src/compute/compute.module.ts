import { Global, Module } from '@nestjs/common';
import { ComputePool } from './compute-pool.ts';

@Global()
@Module({ providers: [ComputePool], exports: [ComputePool] })
export class ComputeModule {}
