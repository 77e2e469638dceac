import { Body, Controller, Delete, Post, Put } from '@nestjs/common';
import { ApiResponse, ApiTags } from '@nestjs/swagger';
import {
  type Connector,
  connectorChangeSchema,
  type ConnectorFields,
  connectorFieldsSchema,
  connectorSchema,
  creating,
  type Creating,
} from '@ulpen/core';
import { By } from '../actors/by.ts';
import type { Actor } from '../actors/actor.ts';
import { Database } from '../database/database.ts';
import { Id } from '../problems/id-param.ts';
import { Problems, Removes } from '../problems/problems.decorator.ts';
import { assertUnitThere } from '../units/unit-there.ts';
import { ConnectorsRepository } from './connectors.repository.ts';

const newConnectorSchema = creating(connectorFieldsSchema, 'NewConnector');

@ApiTags('connectors')
@Controller()
export class ConnectorsController {
  constructor(
    private readonly db: Database,
    private readonly connectors: ConnectorsRepository,
  ) {}

  @Post('units/:id/connectors')
  @ApiResponse({ status: 201, standardSchema: connectorSchema })
  @Problems(400, 404, 409)
  add(
    @Id('unit') unitId: string,
    @By('connector.add') by: Actor,
    @Body({ schema: newConnectorSchema }) fields: Creating<ConnectorFields>,
  ): Promise<Connector> {
    return this.db.inJobOf('unit', unitId, by, async (trx) => {
      await assertUnitThere(trx, unitId, 'plug');
      return this.connectors.add(trx, unitId, fields);
    });
  }

  /** Readings that a plug's new lock forbids are withdrawn with the change; they stay in the record. */
  @Put('connectors/:id')
  @ApiResponse({ status: 200, standardSchema: connectorSchema })
  @Problems(400, 404, 409)
  change(
    @Id('connector') id: string,
    @By('connector.change') by: Actor,
    @Body({ schema: connectorChangeSchema }) { version, ...fields }: ConnectorFields & { version: number },
  ): Promise<Connector> {
    return this.db.inJobOf('connector', id, by, (trx) => this.connectors.change(trx, id, version, fields));
  }

  /** Kept in the record with its readings and photos, and can be brought back. */
  @Delete('connectors/:id')
  @Removes(404)
  remove(@Id('connector') id: string, @By('connector.remove') by: Actor): Promise<void> {
    return this.db.inJobOf('connector', id, by, (trx) => this.connectors.remove(trx, id));
  }

  @Post('connectors/:id/restore')
  @ApiResponse({ status: 201, standardSchema: connectorSchema })
  @Problems(400, 404, 409)
  restore(@Id('connector') id: string, @By('connector.restore') by: Actor): Promise<Connector> {
    return this.db.inJobOf('connector', id, by, (trx) => this.connectors.restore(trx, id));
  }
}
