import 'reflect-metadata';
import { join, relative } from 'node:path';
import compress from '@fastify/compress';
import helmet from '@fastify/helmet';
import multipart from '@fastify/multipart';
import fastifyStatic from '@fastify/static';
import { NestFactory } from '@nestjs/core';
import { FastifyAdapter, type NestFastifyApplication } from '@nestjs/platform-fastify';
import { SwaggerModule } from '@nestjs/swagger';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { AppModule } from './app.module.ts';
import type { Config } from './config/config.ts';
import { createLogger, LOG_FILE } from './config/logger.ts';
import { describeApi } from './describe-api.ts';
import { ProblemFilter, sendProblem } from './problems/problem.filter.ts';
import { problemOf } from './problems/problem-of.ts';
import { validationPipe } from './problems/validation.pipe.ts';
import { limitBodies } from './web-page/body-limits.ts';
import { answerBrokenRequest, BROKEN } from './web-page/broken-request.ts';
import { sameOriginOnly } from './web-page/same-origin.ts';

const ONE_YEAR = 31_536_000_000;
/** Smaller answers are not worth the work. */
const COMPRESSED_FROM = 2048;

/** The whole application, not yet listening. The database has to be migrated. */
export async function createApp(config: Config): Promise<NestFastifyApplication> {
  const bodyMs = config.bodySeconds * 1000;
  const app = await NestFactory.create<NestFastifyApplication>(
    AppModule.at(config.databaseUrl, { connections: config.connections }),
    new FastifyAdapter({
      forceCloseConnections: true,
      requestTimeout: bodyMs,
      clientErrorHandler: answerBrokenRequest,
      frameworkErrors: (error: Error, _request: FastifyRequest, reply: FastifyReply) =>
        sendProblem(reply, problemOf(error) ?? BROKEN),
      http: {
        headersTimeout: Math.min(bodyMs, 20_000),
        connectionsCheckingInterval: Math.min(bodyMs, 5_000),
      },
    }),
    { logger: await createLogger(config), bodyParser: false },
  );
  const fastify = app.getHttpAdapter().getInstance() as unknown as FastifyInstance;
  fastify.addHook('onRequest', sameOriginOnly([...config.names, config.host.toLowerCase()]));
  fastify.addHook('onSend', async (request, reply) => {
    if (request.url.startsWith('/api')) void reply.header('cache-control', 'no-store');
  });
  limitBodies(fastify);
  await app.register(helmet, {
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        fontSrc: ["'self'"],
        styleSrc: ["'self'"],
        // Charts set styles on their elements; style sheets and <style> come from here alone.
        styleSrcAttr: ["'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: null,
      },
    },
  });
  await app.register(compress, {
    threshold: COMPRESSED_FROM,
    encodings: ['gzip', 'identity'],
    // Most of what the best level gains, at a third of its time.
    zlibOptions: { level: 3 },
  });
  await app.register(multipart, { throwFileSizeLimit: false });
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
  const log = config.logFolder
    ? relative(process.cwd(), join(config.logFolder, LOG_FILE))
    : "the server's messages in its terminal";
  app.useGlobalFilters(
    new ProblemFilter(config.webFolder ? (reply) => reply.status(200).sendFile('index.html') : null, log),
  );
  app.enableShutdownHooks(['SIGTERM', 'SIGINT', 'SIGHUP']);
  SwaggerModule.setup('api/docs', app, () => describeApi(app));
  return app;
}
