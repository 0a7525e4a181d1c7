import { join } from 'node:path';
import { NotFoundException, ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { AppModule } from './app.module.ts';
import { PlainErrorFilter } from './errors/plain-error.filter.ts';
import type { Settings } from './settings.ts';

/** Headers that isolate the page, so that its workers may share memory, and keep everything on this host. */
const safeHeaders = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      fontSrc: ["'self'", 'data:'],
      workerSrc: ["'self'", 'blob:'],
      upgradeInsecureRequests: null,
    },
  },
  crossOriginEmbedderPolicy: { policy: 'require-corp' },
  crossOriginOpenerPolicy: { policy: 'same-origin' },
  strictTransportSecurity: false,
});

/** Serves the built interface; every path that is no file is one of its views. */
function serveWeb(app: NestExpressApplication, web: string): void {
  app.useStaticAssets(web, {
    setHeaders: (response, file) => {
      response.setHeader(
        'Cache-Control',
        file.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) next();
    else if (/\.\w+$/.test(request.path)) next(new NotFoundException({ message: 'There is no such file.' }));
    else response.sendFile(join(web, 'index.html'), { headers: { 'Cache-Control': 'no-cache' } });
  });
}

/** The whole server, not yet listening. */
export async function createApp(
  settings: Settings,
  logger: false | undefined = undefined,
): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(settings), { bodyParser: false, logger });
  app.use(safeHeaders);
  app.useBodyParser('json', { limit: '8mb' });
  app.setGlobalPrefix('api');
  app.useGlobalPipes(new ValidationPipe({ whitelist: true, forbidNonWhitelisted: true }));
  app.useGlobalFilters(new PlainErrorFilter());
  const about = new DocumentBuilder()
    .setTitle('Chromatype')
    .setDescription('Jobs, pictures and runs.')
    .setVersion('1')
    .build();
  SwaggerModule.setup('api/docs', app, SwaggerModule.createDocument(app, about));
  if (settings.web) serveWeb(app, settings.web);
  app.enableShutdownHooks();
  return app;
}
