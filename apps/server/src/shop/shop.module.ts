import { Module } from '@nestjs/common';
import { ShopController } from './shop.controller.ts';
import { ShopRepository } from './shop.repository.ts';

@Module({ controllers: [ShopController], providers: [ShopRepository], exports: [ShopRepository] })
export class ShopModule {}
