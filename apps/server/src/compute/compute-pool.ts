import { createRequire } from 'node:module';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type {
  AnalysisOptions,
  Comparison,
  PlanInput,
  Proposal,
  readJobFileText,
  reworkPlan,
  Response,
  ResponseAnalysis,
} from '@ulpen/core';
import { Piscina } from 'piscina';

/** Core's own functions on worker threads, so that a long computation never holds up other requests. */
@Injectable()
export class ComputePool implements OnApplicationShutdown {
  // Worker threads load plain JavaScript: core as it was built, whatever this process was started with.
  private readonly pool = new Piscina({
    filename: createRequire(import.meta.url).resolve('@ulpen/core/worker'),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });

  analyse(response: Response, options: AnalysisOptions): Promise<ResponseAnalysis> {
    return this.pool.run({ response, ...options }, { name: 'analyseCapture' });
  }

  compare(input: PlanInput): Promise<Comparison> {
    return this.pool.run(input, { name: 'comparePlans' });
  }

  rework(given: Parameters<typeof reworkPlan>[0]): Promise<Proposal | null> {
    return this.pool.run(given, { name: 'reworkPlan' });
  }

  readJobFile(text: string): Promise<ReturnType<typeof readJobFileText>> {
    return this.pool.run(text, { name: 'readJobFileText' });
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool.destroy();
  }
}
