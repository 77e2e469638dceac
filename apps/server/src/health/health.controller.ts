import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Knex } from 'knex';
import { KNEX } from '../database/knex.ts';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(@Inject(KNEX) private readonly knex: Knex) {}

  /** Answers only when the database does too. */
  @Get()
  async check(): Promise<{ status: 'ok' }> {
    await this.knex.raw('select 1');
    return { status: 'ok' };
  }
}
