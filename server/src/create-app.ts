import { join } from 'node:path';
import { type AbstractHttpAdapter, NestFactory } from '@nestjs/core';
import { ValidationPipe } from '@nestjs/common';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { guardAccess } from './access/guard-access.ts';
import { AppModule } from './app.module.ts';
import { PlainErrorFilter, plainErrors } from './errors/plain-error.filter.ts';
import { Refused } from './errors/refused.ts';
import { guardContentTypes } from './guard/content-types.ts';
import { guardHosts } from './guard/hosts.ts';
import { guardOrigins } from './guard/origins.ts';
import { guardDepth, guardQuery } from './guard/request-shape.ts';
import { guardMachines } from './queue/render-guard.ts';
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

/**
 * The policy of the interface's threads, which have no page: scripts of this host and its files, nothing else. The compiled
 * clipper makes the functions that its calls go through from text, which only threads allow.
 */
const THREAD_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval' 'unsafe-eval'; connect-src 'self'";

/** Serves the built interface; every path that is no file is one of its views. */
function serveWeb(app: NestExpressApplication, web: string): void {
  app.useStaticAssets(web, {
    setHeaders: (response, file) => {
      response.setHeader(
        'Cache-Control',
        file.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
      if (/\/assets\/worker-[^/]*\.js$/.test(file)) response.setHeader('Content-Security-Policy', THREAD_POLICY);
    },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.path.startsWith('/api')) next();
    else if (request.method !== 'GET') next(new Refused(405, 'Views and files are only read (GET).'));
    else if (/\.\w+$/.test(request.path)) next(new Refused(404, 'There is no such file.'));
    else response.sendFile(join(web, 'index.html'), { headers: { 'Cache-Control': 'no-cache' } });
  });
}

/**
 * Who may ask what, before any route: the names of this server, no pages of other sites, who is signed in; then bodies
 * of the right type, of 8 MB and 64 levels at most.
 */
function guard(app: NestExpressApplication, settings: Settings): void {
  app.use(
    guardHosts(settings),
    guardOrigins,
    guardMachines(settings),
    guardAccess(settings),
    guardContentTypes,
    guardQuery,
  );
  app.useBodyParser('json', { limit: '8mb' });
  app.use(guardDepth);
}

/** The whole server, not yet listening. `adapter` makes it answer on a server that listens already. */
export async function createApp(
  settings: Settings,
  logger: false | undefined = undefined,
  adapter: AbstractHttpAdapter | undefined = undefined,
): Promise<NestExpressApplication> {
  const options = { bodyParser: false, logger, abortOnError: false, forceCloseConnections: true } as const;
  const module = await AppModule.with(settings);
  const app = await (adapter
    ? NestFactory.create<NestExpressApplication>(module, adapter, options)
    : NestFactory.create<NestExpressApplication>(module, options));
  app.use(safeHeaders);
  guard(app, settings);
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
  app.use(plainErrors);
  return app;
}
