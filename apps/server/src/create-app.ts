import 'reflect-metadata';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import fastifyStatic from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { AppModule } from './app.module.ts';
import type { Config } from './config/config.ts';
import { createLogger } from './config/logger.ts';
import { ProblemFilter } from './problems/problem.filter.ts';
import { validationPipe } from './problems/validation.pipe.ts';
import { sameOriginOnly } from './web-page/same-origin.ts';

const ONE_YEAR = 31_536_000_000;

/** The whole application, not yet listening. The database has to be migrated. */
export async function createApp(config: Config): Promise<NestFastifyApplication> {
  const app = await NestFactory.create<NestFastifyApplication>(
    AppModule.at(config.databaseUrl),
    new FastifyAdapter({ bodyLimit: 1024 * 1024, forceCloseConnections: true }),
    { logger: createLogger(config.logLevel) },
  );
  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // Charts set styles on their elements.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: null,
      },
    },
  });
  await app.register(multipart, { throwFileSizeLimit: false });
  app
    .getHttpAdapter()
    .getInstance()
    .addHook('onRequest', sameOriginOnly(['127.0.0.1', '::1', 'localhost'].includes(config.host)));
  if (config.webFolder) {
    await app.register(fastifyStatic, {
      root: config.webFolder,
      wildcard: false,
      maxAge: ONE_YEAR,
      immutable: true,
      setHeaders: (reply, path) => {
        if (path.endsWith('index.html')) void reply.header('cache-control', 'no-cache');
      },
    });
  }
  app.setGlobalPrefix('api/v1');
  app.useGlobalPipes(validationPipe);
  app.useGlobalFilters(
    new ProblemFilter(config.webFolder ? (reply) => reply.status(200).sendFile('index.html') : null),
  );
  app.enableShutdownHooks();
  SwaggerModule.setup('api/docs', app, () =>
    SwaggerModule.createDocument(
      app,
      new DocumentBuilder()
        .setTitle('Ulpen')
        .setDescription('Everything a screen can do.')
        .setVersion('1')
        .build(),
    ),
  );
  return app;
}
