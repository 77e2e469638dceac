import { Body, Controller, Delete, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Pair, pairChangeSchema, type PairFields, pairFieldsSchema, pairSchema } from '@ulpen/core';
import { Id } from '../problems/id-param.ts';
import { PairsRepository } from './pairs.repository.ts';

@ApiTags('outputs (pairs)')
@Controller()
export class PairsController {
  constructor(private readonly pairs: PairsRepository) {}

  @Post('units/:id/pairs')
  @ApiResponse({ status: 201, standardSchema: pairSchema })
  add(@Id('unit') unitId: string, @Body({ schema: pairFieldsSchema }) fields: PairFields): Promise<Pair> {
    return this.pairs.add(unitId, fields);
  }

  @Put('pairs/:id')
  @ApiResponse({ status: 200, standardSchema: pairSchema })
  change(
    @Id('output') id: string,
    @Body({ schema: pairChangeSchema }) body: PairFields & { version: number },
  ): Promise<Pair> {
    const { version, ...fields } = body;
    return this.pairs.change(id, version, fields);
  }

  @Delete('pairs/:id')
  @HttpCode(204)
  remove(@Id('output') id: string): Promise<void> {
    return this.pairs.remove(id);
  }
}
