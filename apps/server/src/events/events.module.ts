import { Module } from '@nestjs/common';
import { EventsController } from './events.controller.ts';
import { EventsRepository } from './events.repository.ts';

@Module({ controllers: [EventsController], providers: [EventsRepository] })
export class EventsModule {}
