import { Body, Controller, Delete, Get, Header, HttpCode, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  deviceChangeSchema,
  type DeviceFields,
  deviceFieldsSchema,
  deviceSchema,
  type LibraryDevice,
  MOST_DEVICES,
  problemSchema,
  writeDevices,
} from '@ulpen/core';
import { z } from 'zod';
import { Id } from '../problems/id-param.ts';
import { DevicesRepository } from './devices.repository.ts';

const someDevicesSchema = z
  .array(deviceFieldsSchema)
  .min(1, 'at least one device')
  .max(MOST_DEVICES, `at most ${MOST_DEVICES} at once`)
  .refine((list) => new Set(list.map((d) => d.name)).size === list.length, 'each name once')
  .meta({ id: 'SomeDevices' });

@ApiTags('library')
@Controller('devices')
export class DevicesController {
  constructor(private readonly devices: DevicesRepository) {}

  @Get()
  @ApiResponse({ status: 200, standardSchema: z.array(deviceSchema) })
  all(): Promise<LibraryDevice[]> {
    return this.devices.all();
  }

  @Get('table')
  @Header('content-type', 'text/csv; charset=utf-8')
  @Header('content-disposition', 'attachment; filename="devices.csv"')
  @ApiResponse({ status: 200, description: 'The library as CSV, as it can be taken in again' })
  async table(): Promise<string> {
    return writeDevices(await this.devices.all());
  }

  @Post()
  @ApiResponse({ status: 201, standardSchema: z.array(deviceSchema) })
  addAll(@Body({ schema: someDevicesSchema }) devices: DeviceFields[]): Promise<LibraryDevice[]> {
    return this.devices.addAll(devices);
  }

  @Put(':id')
  @ApiResponse({ status: 200, standardSchema: deviceSchema })
  @ApiResponse({ status: 409, standardSchema: problemSchema })
  change(
    @Id('device') id: string,
    @Body({ schema: deviceChangeSchema }) { version, ...fields }: DeviceFields & { version: number },
  ): Promise<LibraryDevice> {
    return this.devices.change(id, version, fields);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Id('device') id: string): Promise<void> {
    return this.devices.remove(id);
  }
}
