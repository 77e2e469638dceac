import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import { type Preferences, preferencesSchema, problemSchema } from '@ulpen/core';
import { ShopRepository } from './shop.repository.ts';

@ApiTags('shop')
@Controller('shop/preferences')
export class ShopController {
  constructor(private readonly shop: ShopRepository) {}

  @Get()
  @ApiResponse({ status: 200, standardSchema: preferencesSchema })
  get(): Promise<Preferences> {
    return this.shop.preferences();
  }

  @Put()
  @ApiResponse({ status: 200, standardSchema: preferencesSchema })
  @ApiResponse({ status: 409, standardSchema: problemSchema })
  change(@Body({ schema: preferencesSchema }) { version, ...fields }: Preferences): Promise<Preferences> {
    return this.shop.change(version, fields);
  }
}
