import { Body, Controller, Delete, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Sheet,
  sheetChangeSchema,
  type SheetFields,
  sheetFieldsSchema,
  sheetSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { assertOwnRefs } from '../database/own-refs.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { SheetsRepository } from './sheets.repository.ts';

const newSheetSchema = creating(sheetFieldsSchema, 'NewSheet');

@ApiTags('sheets (claims)')
@Controller()
export class SheetsController {
  constructor(
    private readonly db: Database,
    private readonly sheets: SheetsRepository,
  ) {}

  @Post('jobs/:id/sheets')
  @ApiResponse({ status: 201, standardSchema: sheetSchema })
  @Problems(400, 404)
  add(
    @Id('job') jobId: string,
    @By('sheet.add') by: Actor,
    @Body({ schema: newSheetSchema }) fields: Creating<SheetFields>,
  ): Promise<Sheet> {
    return this.db.inJob(jobId, by, async (trx) => {
      await assertOwnRefs(trx, jobId, sheetFieldsSchema, fields);
      return this.sheets.add(trx, jobId, fields);
    });
  }

  /** Other rows than before make a sheet of their own of what it said until now, kept in the record. */
  @Put('sheets/:id')
  @ApiResponse({ status: 200, standardSchema: sheetSchema })
  @Problems(400, 404, 409)
  change(
    @Id('sheet') id: string,
    @By('sheet.change') by: Actor,
    @Body({ schema: sheetChangeSchema }) { version, ...fields }: SheetFields & { version: number },
  ): Promise<Sheet> {
    return this.db.inJobOf('sheet', id, by, async (trx, jobId) => {
      await assertOwnRefs(trx, jobId, sheetFieldsSchema, fields);
      return this.sheets.change(trx, id, version, fields);
    });
  }

  /** Kept in the record, and can be brought back. */
  @Delete('sheets/:id')
  @Removes(404)
  remove(@Id('sheet') id: string, @By('sheet.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('sheet', id, by, (trx) => this.sheets.remove(trx, id));
  }

  @Post('sheets/:id/restore')
  @ApiResponse({ status: 201, standardSchema: sheetSchema })
  @Problems(404)
  restore(@Id('sheet') id: string, @By('sheet.restore') by: Actor): Promise<Sheet> {
    return this.db.inJobOf('sheet', id, by, (trx) => this.sheets.restore(trx, id));
  }
}
