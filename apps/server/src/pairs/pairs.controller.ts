import { Body, Controller, Delete, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Pair,
  pairChangeSchema,
  type PairFields,
  pairFieldsSchema,
  pairSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { SpeakersRepository } from '../speakers/speakers.repository.ts';
import { assertUnitThere } from '../units/unit-there.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { PairsRepository } from './pairs.repository.ts';

const newPairSchema = creating(pairFieldsSchema, 'NewPair');

@ApiTags('outputs (pairs)')
@Controller()
export class PairsController {
  constructor(
    private readonly db: Database,
    private readonly pairs: PairsRepository,
    private readonly speakers: SpeakersRepository,
  ) {}

  /** With a speaker that it drives, where outputs of its unit drive speakers. */
  @Post('units/:id/pairs')
  @ApiResponse({ status: 201, standardSchema: pairSchema })
  @Problems(400, 404)
  add(
    @Id('unit') unitId: string,
    @By('output.add') by: Actor,
    @Body({ schema: newPairSchema }) fields: Creating<PairFields>,
  ): Promise<Pair> {
    return this.db.inJobOf('unit', unitId, by, async (trx, jobId) => {
      await assertUnitThere(trx, unitId, 'output');
      const pair = await this.pairs.add(trx, jobId, unitId, fields);
      await this.speakers.addDriven(trx, jobId, pair);
      return pair;
    });
  }

  @Put('pairs/:id')
  @ApiResponse({ status: 200, standardSchema: pairSchema })
  @Problems(400, 404, 409)
  change(
    @Id('output') id: string,
    @By('output.change') by: Actor,
    @Body({ schema: pairChangeSchema }) { version, ...fields }: PairFields & { version: number },
  ): Promise<Pair> {
    return this.db.inJobOf('output', id, by, (trx, jobId) =>
      this.pairs.change(trx, jobId, id, version, fields),
    );
  }

  /** Kept in the record with its captures, and can be brought back. */
  @Delete('pairs/:id')
  @Removes(404, 409)
  remove(@Id('output') id: string, @By('output.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('output', id, by, (trx) => this.pairs.remove(trx, id));
  }

  @Post('pairs/:id/restore')
  @ApiResponse({ status: 201, standardSchema: pairSchema })
  @Problems(400, 404, 409)
  restore(@Id('output') id: string, @By('output.restore') by: Actor): Promise<Pair> {
    return this.db.inJobOf('output', id, by, (trx, jobId) => this.pairs.restore(trx, jobId, id));
  }
}
