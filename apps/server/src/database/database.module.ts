import { type DynamicModule, Global, Module } from '@nestjs/common';
import { Database } from './database.ts';
import { connect, type ConnectOptions, KNEX } from './knex.ts';

@Global()
@Module({})
export class DatabaseModule {
  static at(databaseUrl: string, options: ConnectOptions): DynamicModule {
    return {
      module: DatabaseModule,
      providers: [{ provide: KNEX, useFactory: () => connect(databaseUrl, options) }, Database],
      exports: [KNEX, Database],
    };
  }
}
