import { Body, Controller, Delete, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Sheet, sheetChangeSchema, type SheetFields, sheetFieldsSchema, sheetSchema } from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { SheetsRepository } from './sheets.repository.ts';

@ApiTags('sheets (claims)')
@Controller()
export class SheetsController {
  constructor(private readonly sheets: SheetsRepository) {}

  @Post('jobs/:id/sheets')
  @ApiResponse({ status: 201, standardSchema: sheetSchema })
  add(@Id('job') jobId: string, @Body({ schema: sheetFieldsSchema }) fields: SheetFields): Promise<Sheet> {
    return this.sheets.add(jobId, fields);
  }

  @Put('sheets/:id')
  @ApiResponse({ status: 200, standardSchema: sheetSchema })
  change(
    @Id('sheet') id: string,
    @Body({ schema: sheetChangeSchema }) { version, ...fields }: SheetFields & { version: number },
  ): Promise<Sheet> {
    return this.sheets.change(id, version, fields);
  }

  @Delete('sheets/:id')
  @HttpCode(204)
  remove(@Id('sheet') id: string): Promise<void> {
    return this.sheets.remove(id);
  }
}
