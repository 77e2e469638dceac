import { type DynamicModule, Global, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import type { Knex } from 'knex';
import { connect, KNEX } from './knex.ts';

@Global()
@Module({})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  static at(databaseUrl: string): DynamicModule {
    return {
      module: DatabaseModule,
      providers: [{ provide: KNEX, useFactory: () => connect(databaseUrl) }],
      exports: [KNEX],
    };
  }

  async onApplicationShutdown(): Promise<void> {
    await this.knex.destroy();
  }
}
