import 'reflect-metadata';
import { join } from 'node:path';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module.js';
import { readConfig, type Config } from './config.js';
import { migrate, openDatabase } from './data/database.js';
import { JobService } from './jobs/job.service.js';

/** Serves the built web application, and its page for every address that is not a file. */
function serveWeb(app: NestExpressApplication, webDir: string): void {
  app.useStaticAssets(join(webDir, 'assets'), { prefix: '/assets/', immutable: true, maxAge: '1y' });
  app.useStaticAssets(webDir, { index: false });
  app.use((req: Request, res: Response, next: NextFunction) => {
    if (req.method !== 'GET' || req.path.startsWith('/api')) return next();
    res.setHeader('Cache-Control', 'no-cache');
    res.sendFile(join(webDir, 'index.html'));
  });
}

async function serve(config: Config): Promise<void> {
  const sequelize = openDatabase(config.databaseUrl);
  await migrate(sequelize);
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config, sequelize), { bufferLogs: true });
  app.useLogger(app.get(Logger));
  app.use(
    helmet({
      // Served on loopback without TLS; pictures and workers are made in the page.
      contentSecurityPolicy: {
        directives: {
          'img-src': ["'self'", 'blob:', 'data:'],
          'worker-src': ["'self'", 'blob:'],
          'style-src': ["'self'", "'unsafe-inline'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.useBodyParser('json', { limit: '16mb' });
  app.setGlobalPrefix('api');
  app.useGlobalPipes(new ValidationPipe({ whitelist: true, forbidNonWhitelisted: true, transform: true }));
  SwaggerModule.setup('api/docs', app, () =>
    SwaggerModule.createDocument(app, new DocumentBuilder().setTitle('Limber Sheaf').setVersion('0.1.0').build()),
  );
  if (config.webDir) serveWeb(app, config.webDir);
  app.enableShutdownHooks();
  await app.init();
  await app.get(JobService).listen();
  // A client that has been busy for a while must not find its connection closed under its next request.
  app.getHttpServer().keepAliveTimeout = 75_000;
  await app.listen(config.port, config.host);
  process.send?.('ready');
}

serve(readConfig()).catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
