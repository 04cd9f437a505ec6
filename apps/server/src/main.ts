import 'reflect-metadata';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import packedStatic from 'express-static-gzip';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module.js';
import { readConfig, type Config } from './config.js';
import { describeApi } from './describe-api.js';
import { migrate, openDatabase } from './data/database.js';
import { plainBody } from './http/plain-body.js';
import { sameSite } from './http/same-site.js';
import { JobService } from './jobs/job.service.js';

/** Headers that say something of a page, and nothing of the scripts, styles and fonts that it asks for. */
const OF_PAGES = [
  'Content-Security-Policy',
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'Referrer-Policy',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
  'X-XSS-Protection',
];

/** Leaves those headers out: over thirty files, they were as much as a chunk. A worker keeps its policy, as a page does. */
function withoutPageHeaders(req: Request, res: Response, next: NextFunction): void {
  if (!req.path.includes('worker')) for (const name of OF_PAGES) res.removeHeader(name);
  next();
}

/** Serves the built web application, and its page for every address that is not a file. */
function serveWeb(app: NestExpressApplication, webDir: string): void {
  const assets = packedStatic(join(webDir, 'assets'), {
    enableBrotli: true,
    // Their names change with what is in them: nobody asks whether they are still the same.
    serveStatic: { immutable: true, maxAge: '1y', etag: false, lastModified: false, acceptRanges: false },
  });
  app.use('/assets', withoutPageHeaders, assets);
  app.useStaticAssets(webDir, { index: false });
  app.use((req: Request, res: Response, next: NextFunction) => {
    if (req.method !== 'GET' || req.path.startsWith('/api')) return next();
    res.setHeader('Cache-Control', 'no-cache');
    res.sendFile(join(webDir, 'index.html'));
  });
}

/** Root is for starting alone: from here on the server is a user who may do nothing but serve. */
function dropRoot(user: string | null): void {
  if (!user || process.getuid?.() !== 0) return;
  const group = Number(execFileSync('id', ['-g', user], { encoding: 'utf8' }));
  process.setgroups?.([]);
  process.setgid?.(group);
  process.setuid?.(user);
}

async function serve(config: Config): Promise<void> {
  dropRoot(config.user);
  const sequelize = openDatabase(config.databaseUrl);
  await migrate(sequelize);
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config, sequelize), {
    bufferLogs: true,
    // A connection that a browser opened ahead and never used would hold up the end by over a minute.
    forceCloseConnections: true,
  });
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
  app.use(sameSite(config.host));
  // Events are told one by one, at once.
  app.use(compression({ filter: (req, res) => !req.url.endsWith('/events') && compression.filter(req, res) }));
  app.useBodyParser('json', { limit: '4mb' });
  app.use(plainBody);
  app.setGlobalPrefix('api');
  app.useGlobalPipes(
    new ValidationPipe({ whitelist: true, forbidNonWhitelisted: true, transform: true, stopAtFirstError: true }),
  );
  SwaggerModule.setup('api/docs', app, () => describeApi(app));
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
