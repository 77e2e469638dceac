import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { WHEN } from './problems/problems.decorator.ts';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';

/** The API as an OpenAPI 3.1 document, made from the schemas that requests are checked with. */
export function describeApi(app: NestFastifyApplication): OpenAPIObject {
  const document = SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setOpenAPIVersion('3.1.0')
      .setTitle('Ulpen')
      .setDescription('Everything a screen can do.')
      .setVersion('1')
      .build(),
  );
  for (const path of Object.values(document.paths))
    for (const operation of [path.get, path.put, path.post, path.delete]) {
      // Whatever takes a body refuses another kind of one.
      if (operation?.requestBody)
        operation.responses['415'] ??= { ...operation.responses['400'], description: WHEN[415] };
      for (const [status, response] of Object.entries(operation?.responses ?? {}))
        if (status >= '400' && response && 'content' in response && response.content) {
          const { 'application/json': problem } = response.content;
          response.content = { 'application/problem+json': problem };
        }
    }
  return document;
}
