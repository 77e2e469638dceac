import { Controller, Get } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { z } from 'zod';
import { Database } from '../database/database.ts';
import { Problems } from '../problems/problems.decorator.ts';

const healthSchema = z.object({ status: z.literal('ok') }).meta({ id: 'Health' });

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly db: Database) {}

  /** Answers only when the database does too. */
  @Get()
  @ApiResponse({ status: 200, standardSchema: healthSchema })
  @Problems()
  async check(): Promise<{ status: 'ok' }> {
    await this.db.read((db) => db.raw('select 1'));
    return { status: 'ok' };
  }
}
