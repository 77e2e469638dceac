import type { NestFastifyApplication } from '@nestjs/platform-fastify';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';

/** The API as an OpenAPI 3.1 document, made from the schemas that requests are checked with. */
export function describeApi(app: NestFastifyApplication): OpenAPIObject {
  return SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setOpenAPIVersion('3.1.0')
      .setTitle('Ulpen')
      .setDescription('Everything a screen can do.')
      .setVersion('1')
      .build(),
  );
}
