import { Body, Controller, Delete, Get, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  creating,
  type Creating,
  type ShopInstrument,
  instrumentChangeSchema,
  type InstrumentFields,
  instrumentFieldsSchema,
  instrumentSchema,
  type RestsOn,
  restsOnSchema,
  takeBackSchema,
  type WithdrawnAtOnce,
  withdrawFromSchema,
  withdrawnAtOnceSchema,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { InstrumentsRepository } from './instruments.repository.ts';
import { InstrumentsService } from './instruments.service.ts';

const newInstrumentSchema = creating(instrumentFieldsSchema, 'NewInstrument');

@ApiTags('instruments')
@Controller('instruments')
export class InstrumentsController {
  constructor(
    private readonly db: Database,
    private readonly instruments: InstrumentsRepository,
    private readonly service: InstrumentsService,
  ) {}

  @Get()
  @ApiResponse({ status: 200, standardSchema: z.array(instrumentSchema) })
  @Problems()
  all(): Promise<ShopInstrument[]> {
    return this.db.read((db) => this.instruments.all(db));
  }

  @Post()
  @ApiResponse({ status: 201, standardSchema: instrumentSchema })
  @Problems(400)
  add(
    @By(null) by: Actor,
    @Body({ schema: newInstrumentSchema }) fields: Creating<InstrumentFields>,
  ): Promise<ShopInstrument> {
    return this.db.inShop(by, (trx) => this.instruments.add(trx, fields));
  }

  @Put(':id')
  @ApiResponse({ status: 200, standardSchema: instrumentSchema })
  @Problems(400, 404, 409)
  change(
    @Id('instrument') id: string,
    @By(null) by: Actor,
    @Body({ schema: instrumentChangeSchema }) { version, ...fields }: InstrumentFields & { version: number },
  ): Promise<ShopInstrument> {
    return this.db.inShop(by, (trx) => this.instruments.change(trx, id, version, fields));
  }

  /** Kept, since records name it, and can be brought back. */
  @Delete(':id')
  @Removes(404)
  remove(@Id('instrument') id: string, @By(null) by: Actor): Promise<void> {
    return this.db.inShop(by, (trx) => this.instruments.remove(trx, id));
  }

  @Post(':id/restore')
  @ApiResponse({ status: 201, standardSchema: instrumentSchema })
  @Problems(404)
  restore(@Id('instrument') id: string, @By(null) by: Actor): Promise<ShopInstrument> {
    return this.db.inShop(by, (trx) => this.instruments.restore(trx, id));
  }

  /** What of which job was measured with it. */
  @Get(':id/records')
  @ApiResponse({ status: 200, standardSchema: z.array(restsOnSchema) })
  @Problems(404)
  records(@Id('instrument') id: string): Promise<RestsOn[]> {
    return this.service.restsOn(id);
  }

  /** Everything that was measured with it from a moment on, in all jobs; it stays in the record. */
  @Post(':id/withdraw')
  @ApiResponse({ status: 201, standardSchema: withdrawnAtOnceSchema })
  @Problems(400, 404)
  withdraw(
    @Id('instrument') id: string,
    @By(null) by: Actor,
    @Body({ schema: withdrawFromSchema }) { from }: { from: string | null },
  ): Promise<WithdrawnAtOnce> {
    return this.service.withdraw(id, from, by);
  }

  /** What was withdrawn at once counts again. */
  @Post(':id/take-back')
  @ApiResponse({ status: 201, standardSchema: withdrawnAtOnceSchema })
  @Problems(400, 404)
  takeBack(
    @Id('instrument') id: string,
    @By(null) by: Actor,
    @Body({ schema: takeBackSchema }) { at }: { at: string },
  ): Promise<WithdrawnAtOnce> {
    return this.service.takeBack(id, at, by);
  }
}
