import express from 'express'
import type { Express } from 'express'
import compressed from 'express-static-gzip'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { Problem } from '@jotbook/contract'
import { analysisRoutes } from '../features/analyses/routes.ts'
import { accountRoutes, invitationRoutes } from '../features/accounts/routes.ts'
import { backupRoutes } from '../features/backups/routes.ts'
import { deletionRoutes, sessionRoutes } from '../features/books/routes.ts'
import { bundleRoutes } from '../features/bundles/routes.ts'
import { changeRoutes } from '../features/changes/routes.ts'
import { bookIntake } from '../features/changes/bookIntake.ts'
import type { Intake } from '../features/changes/intake.ts'
import { eventRoutes, noteDenials } from '../features/events/routes.ts'
import { liveFeeds } from '../features/instruments/liveFeeds.ts'
import type { Feeds } from '../features/instruments/feeds.ts'
import { instrumentRoutes } from '../features/instruments/routes.ts'
import { pictureRoutes } from '../features/pictures/routes.ts'
import type { HealthProbe } from '../features/health/healthProbe.ts'
import { healthRoutes } from '../features/health/routes.ts'
import { bookGuard } from '../platform/bookGuard.ts'
import type { Database } from '../platform/database.ts'
import type { Door } from '../platform/door.ts'
import { fairShare } from '../platform/fairShare.ts'
import type { Installation } from '../platform/installation.ts'
import { originGuard } from '../platform/originGuard.ts'
import { problemHandler } from '../platform/problemHandler.ts'
import { requestLog } from '../platform/log.ts'

export interface AppOptions {
  /** As the application's role: bound to one book a transaction. */
  readonly database: Database
  readonly health: HealthProbe
  readonly installation: Installation
  readonly log: Logger
  readonly version: string
  /** The built pages; absent in API tests. */
  readonly pages?: string
  readonly door: Door
  /** Whether a back-up is made every night. */
  readonly nightlyBackup?: boolean
  readonly now?: () => number
  /** Pushes of all sorts go through one intake; made here unless given. */
  readonly intake?: Intake
  readonly feeds?: Feeds
}

/** The hash is that of the empty style element the style engine fills. */
const CONTENT_SECURITY_POLICY = {
  useDefaults: false,
  directives: {
    'default-src': ["'self'"],
    'script-src': ["'self'"],
    'style-src': ["'self'", "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"],
    'img-src': ["'self'", 'data:', 'blob:'],
    'font-src': ["'self'"],
    'connect-src': ["'self'"],
    'worker-src': ["'self'"],
    'object-src': ["'none'"],
    'base-uri': ["'none'"],
    'form-action': ["'self'"],
    'frame-ancestors': ["'none'"],
  },
}

/** The deck asks for the place and for pictures; nothing else of the device is the book's business. */
const PERMISSIONS_POLICY =
  'geolocation=(self), camera=(self), screen-wake-lock=(self), microphone=(), payment=(), usb=(), serial=(), bluetooth=(), midi=(), display-capture=(), browsing-topics=()'

export function createApp(options: AppOptions): Express {
  const { database, health, installation, log, version, pages, door, nightlyBackup = false, now = Date.now } = options
  const intake = options.intake ?? bookIntake(database, now)
  const feeds = options.feeds ?? liveFeeds(database, intake, door, now)
  const app = express()
  app.disable('x-powered-by')
  app.use(requestLog(log))
  app.use(
    helmet({
      contentSecurityPolicy: CONTENT_SECURITY_POLICY,
      strictTransportSecurity: door.open,
      crossOriginEmbedderPolicy: false,
    }),
  )
  app.use((_request, response, next) => {
    response.set('Permissions-Policy', PERMISSIONS_POLICY)
    next()
  })
  app.use(originGuard(door))
  const guard = bookGuard(database, door.accountOf)
  const shares = door.open ? fairShare(now) : undefined
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store')
    next()
  })
  app.use('/api', healthRoutes(health, version))
  app.use('/api', jsonOnly, ...door.handlers, ...(shares ? [shares.people] : []))
  app.use('/api', accountRoutes(database, door, now))
  app.use('/api', sessionRoutes(database, door, now))
  app.use('/api', backupRoutes(database, door, nightlyBackup))
  app.use(
    '/api/books/:book',
    guard,
    ...(shares ? [shares.books] : []),
    changeRoutes(intake, installation, now),
    instrumentRoutes(feeds, { privateToo: !door.open }),
    deletionRoutes(now),
    bundleRoutes(database, now),
    analysisRoutes(),
    pictureRoutes(now),
    invitationRoutes(database, door, now),
    eventRoutes(door.accountOf),
    noteDenials(now),
  )
  app.use('/api', () => {
    throw new Problem('not-found', 'The API has no such address.')
  })
  if (pages !== undefined) servePages(app, pages)
  app.use(problemHandler(log))
  return app
}

/** Writes carry JSON, or an archive or a picture where one is wanted: a plain form post from another page can send neither. */
const jsonOnly: express.RequestHandler = (request, _response, next) => {
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method)
  if (writes && !request.is(['application/json', 'application/zip', 'image/jpeg']))
    throw new Problem('wrong-content-type', 'Send application/json.')
  next()
}

/** A worker has the policy that its own script comes with: it may compile the core's kernel, which the pages may not. */
const WORKER_SECURITY_POLICY = {
  ...CONTENT_SECURITY_POLICY,
  directives: { ...CONTENT_SECURITY_POLICY.directives, 'script-src': ["'self'", "'wasm-unsafe-eval'"] },
}

function servePages(app: Express, pages: string): void {
  app.use(/^\/assets\/[^/]+\.worker-[^/]+\.js$/, helmet.contentSecurityPolicy(WORKER_SECURITY_POLICY))
  // Each script and style stands there compressed as well, made once at the build.
  app.use(
    '/assets',
    compressed(`${pages}/assets`, {
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  )
  app.use(express.static(pages, { index: false, maxAge: 0 }))
  app.get('/{*path}', (request, response) => {
    // Pages have addresses without a dot; what has one is a file, and it is not there.
    if (/\.[^/]*$/.test(request.path)) throw new Problem('not-found', 'There is nothing under this address.')
    response.sendFile('index.html', { root: pages })
  })
}
