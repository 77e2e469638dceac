import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Preferences, preferencesSchema } from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Problems } from '../problems/problems.decorator.ts';
import { ShopRepository } from './shop.repository.ts';

@ApiTags('shop')
@Controller('shop/preferences')
export class ShopController {
  constructor(
    private readonly db: Database,
    private readonly shop: ShopRepository,
  ) {}

  @Get()
  @ApiResponse({ status: 200, standardSchema: preferencesSchema })
  @Problems()
  get(): Promise<Preferences> {
    return this.db.read((db) => this.shop.preferences(db));
  }

  @Put()
  @ApiResponse({ status: 200, standardSchema: preferencesSchema })
  @Problems(400, 409)
  change(
    @By(null) by: Actor,
    @Body({ schema: preferencesSchema }) { version, ...fields }: Preferences,
  ): Promise<Preferences> {
    return this.db.inShop(by, (trx) => this.shop.change(trx, version, fields));
  }
}
