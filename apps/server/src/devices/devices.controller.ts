import { Body, Controller, Delete, Get, Header, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  deviceChangeSchema,
  type DeviceFields,
  deviceFieldsSchema,
  deviceSchema,
  type LibraryDevice,
  LIMITS,
  limitWords,
  writeDevices,
  creating,
  type Creating,
} from '@ulpen/core';
import { z } from 'zod';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { DevicesRepository } from './devices.repository.ts';

const someDevicesSchema = z
  .array(creating(deviceFieldsSchema, 'NewDevice'))
  .min(1, 'at least one device')
  .max(LIMITS.devicesOfLibrary.most, limitWords('devicesOfLibrary'))
  .refine((list) => new Set(list.map((d) => d.name)).size === list.length, 'each name once')
  .meta({ id: 'SomeDevices' });

@ApiTags('library')
@Controller('devices')
export class DevicesController {
  constructor(
    private readonly db: Database,
    private readonly devices: DevicesRepository,
  ) {}

  @Get()
  @ApiResponse({ status: 200, standardSchema: z.array(deviceSchema) })
  @Problems()
  all(): Promise<LibraryDevice[]> {
    return this.db.read((db) => this.devices.all(db));
  }

  @Get('table')
  @Header('content-type', 'text/csv; charset=utf-8')
  @Header('content-disposition', 'attachment; filename="devices.csv"')
  @ApiResponse({ status: 200, description: 'The library as CSV, as it can be taken in again' })
  @Problems()
  async table(): Promise<string> {
    return writeDevices(await this.db.read((db) => this.devices.all(db)));
  }

  @Post()
  @ApiResponse({ status: 201, standardSchema: z.array(deviceSchema) })
  @Problems(400)
  addAll(
    @By(null) by: Actor,
    @Body({ schema: someDevicesSchema }) devices: Creating<DeviceFields>[],
  ): Promise<LibraryDevice[]> {
    return this.db.inShop(by, (trx) => this.devices.addAll(trx, devices));
  }

  @Put(':id')
  @ApiResponse({ status: 200, standardSchema: deviceSchema })
  @Problems(400, 404, 409)
  change(
    @Id('device') id: string,
    @By(null) by: Actor,
    @Body({ schema: deviceChangeSchema }) { version, ...fields }: DeviceFields & { version: number },
  ): Promise<LibraryDevice> {
    return this.db.inShop(by, (trx) => this.devices.change(trx, id, version, fields));
  }

  /** Kept, since jobs name it, and can be brought back. */
  @Delete(':id')
  @Removes(404)
  remove(@Id('device') id: string, @By(null) by: Actor): Promise<void> {
    return this.db.inShop(by, (trx) => this.devices.remove(trx, id));
  }

  @Post(':id/restore')
  @ApiResponse({ status: 201, standardSchema: deviceSchema })
  @Problems(400, 404)
  restore(@Id('device') id: string, @By(null) by: Actor): Promise<LibraryDevice> {
    return this.db.inShop(by, (trx) => this.devices.restore(trx, id));
  }
}
