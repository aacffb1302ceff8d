import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { type Express, type NextFunction, type Request, type Response } from 'express'
import session from 'express-session'
import helmet, { type HelmetOptions } from 'helmet'
import { pinoHttp } from 'pino-http'
import { openApiDocument } from '../contract/openapi.js'
import { problem } from '../contract/problem.js'
import { ROUTES } from '../contract/routes.js'
import { CORE_VERSION } from '../core/version.js'
import { TooBusy } from './people/password.js'
import { Refused } from './problems.js'
import { limited } from './http/limit.js'
import { calculationRoutes } from './calculations/routes.js'
import { sameOrigin, sendProblem } from './http/guard.js'
import { backupRoutes } from './backup/routes.js'
import { peopleRoutes } from './people/routes.js'
import { cardRoutes } from './cards/routes.js'
import { greasingRoutes } from './greasing/routes.js'
import { documentRoutes } from './documents/routes.js'
import { visitRoutes } from './visits/routes.js'
import { workRoutes } from './work/routes.js'
import { machineRoutes } from './machines/routes.js'
import { yardRoutes } from './yard/routes.js'
import type { ServerOptions } from './options.js'
import { rackRoutes } from './rack/routes.js'
import { route } from './http/route.js'
import { doorRoutes } from './door/routes.js'
import { streamRoutes } from './stream/routes.js'
import { settingsRoutes } from './plant/routes.js'
import { plantFileRoutes } from './plant-file/routes.js'
import { listRoutes } from './lists/routes.js'
import { cardsHear } from './cards/hear.js'
import { hearRecords } from './records/hearing.js'
import { sessionRoutes } from './people/session.js'
import { SessionStore } from './people/session-store.js'
import { countTurnedAway } from './people/turned-away.js'
import { healthOf } from './health.js'

/** Request headers that may stand in the log; everything else (cookies, authorisation) never does. */
const LOGGED_HEADERS = ['host', 'user-agent', 'content-type', 'content-length', 'accept', 'origin', 'referer']

function loggedRequest(req: { id: unknown; method: string; url: string; headers: Record<string, unknown>; remoteAddress: string }) {
  const headers = Object.fromEntries(LOGGED_HEADERS.flatMap((name) => (req.headers[name] === undefined ? [] : [[name, req.headers[name]]])))
  // What is asked for may name people and things: of an address only its path is kept.
  for (const name of ['referer', 'origin']) if (typeof headers[name] === 'string') headers[name] = pathOf(headers[name])
  return { id: req.id, method: req.method, url: pathOf(req.url), remoteAddress: req.remoteAddress, headers }
}

const pathOf = (url: string) => url.replace(/[?#].*$/s, '')

const loggedResponse = (res: { statusCode: number }) => ({ statusCode: res.statusCode })

/** A sign-in lasts a week from when it was given; it is not written again with every request. */
const WEEK_MS = 7 * 24 * 3600 * 1000
const NONCE_MARK = '__CSP_NONCE__'

/** Answers of the interface of programs are no pages: nothing in them is fetched, run or framed. */
const API_POLICY = { useDefaults: false, directives: { defaultSrc: ["'none'"], frameAncestors: ["'none'"] } }

/** The page loads only what it ships, with styles that bear this response's nonce. */
const PAGE_POLICY: NonNullable<HelmetOptions['contentSecurityPolicy']> = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", (_req, res) => `'nonce-${(res as Response).locals.nonce}'`],
    styleSrcAttr: ["'unsafe-inline'"],
    imgSrc: ["'self'", 'data:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    frameAncestors: ["'none'"],
    formAction: ["'self'"],
  },
}

/** Somebody who types as fast as he can makes some hundred. */
const CALLS_PER_MINUTE = 1500

// Who rests on the records hears of what changes there.
hearRecords(cardsHear)

/** The application: its calls, and the built page where there is one. */
export function createApp(options: ServerOptions): Express {
  const { webDir } = options
  const app = express()
  app.disable('x-powered-by')
  if (options.log)
    app.use(
      pinoHttp({
        logger: options.log,
        autoLogging: { ignore: (req) => req.url === '/api/v1/health' },
        serializers: { req: loggedRequest, res: loggedResponse },
      }),
    )
  // Behind a proxy on this machine the address of the person is the one it names.
  if (options.publicOrigin) app.set('trust proxy', 'loopback')
  app.use('/api', helmet({ strictTransportSecurity: false, contentSecurityPolicy: API_POLICY }))
  app.use(compression())
  app.use('/api/v1', api(options))
  app.use((_req, res, next) => {
    res.locals.nonce = randomBytes(16).toString('base64')
    next()
  })
  app.use(helmet({ strictTransportSecurity: false, contentSecurityPolicy: PAGE_POLICY }))
  if (webDir && existsSync(webDir)) serveInterface(app, webDir)
  app.use((_req: Request, res: Response) => sendProblem(res, problem(404, 'Not found', 'There is nothing at this address.')))
  app.use(failure)
  return app
}

function api(options: ServerOptions): express.Router {
  const { pool, sessionSecret } = options
  const router = express.Router()
  router.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store')
    res.set('Yardfrost-Time', options.now().toISOString())
    if (options.instance) res.set('Yardfrost-Instance', options.instance)
    next()
  })
  router.use(express.json({ limit: '256kb' }))
  router.use(countTurnedAway(options))
  const health = healthOf(options)
  route(router, ROUTES.health, async ({ res }) => {
    const found = await health()
    if (!found.ok) res.status(503)
    res.json(found)
  })
  route(router, ROUTES.openapi, async () => openApiDocument(CORE_VERSION))
  router.use('/calculations', calculationRoutes(options.calculationsPerMinute ?? 600))
  router.use(sameOrigin(options.publicOrigin))
  router.use(
    session({
      name: 'yardfrost',
      secret: sessionSecret,
      resave: false,
      saveUninitialized: false,
      store: new SessionStore(pool),
      cookie: { httpOnly: true, sameSite: 'strict', secure: options.publicOrigin?.startsWith('https:') ?? false, maxAge: WEEK_MS },
    }),
  )
  router.use((req, res, next) => {
    res.locals.me = req.session.me ?? null
    next()
  })
  router.use(limited(options.callsPerMinute ?? CALLS_PER_MINUTE, 'Too many calls in a minute; wait a little. What you typed is kept.'))
  router.use(
    sessionRoutes(options),
    peopleRoutes(options),
    yardRoutes(options),
    machineRoutes(options),
    documentRoutes(options),
    visitRoutes(options),
    workRoutes(options),
    cardRoutes(options),
    greasingRoutes(options),
    settingsRoutes(options),
    plantFileRoutes(options),
    rackRoutes(options),
    listRoutes(options),
    backupRoutes(options),
    streamRoutes(options),
    doorRoutes(options),
  )
  return router
}

/** The built page with this response's nonce; files of the build may be kept for ever, their names carry a hash. */
function serveInterface(app: Express, webDir: string): void {
  const page = readFileSync(join(webDir, 'index.html'), 'utf8')
  app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  // The page itself goes out with a nonce alone, and a file that is not there is no page.
  app.get('/index.html', (_req, res) => res.redirect(301, '/'))
  app.use(express.static(webDir, { index: false }))
  app.get(/^\/(?!api\/).*/, (req, res, next) => {
    if (/^\/[^/]*\.[a-z0-9]{1,8}$/i.test(req.path)) return next()
    res.type('html').set('Cache-Control', 'no-store').send(page.replaceAll(NONCE_MARK, res.locals.nonce))
  })
}

/** Connection troubles of the database, by PostgreSQL class or socket code. */
function databaseGone(error: { code?: string; message?: string }): boolean {
  return (
    /^(08|57P|3D|53|58)/.test(error.code ?? '') ||
    /^E(CONN|PIPE|TIMEDOUT)/.test(error.code ?? '') ||
    /terminat|timeout exceeded|Connection|not queryable/.test(error.message ?? '')
  )
}

// Express knows an error handler by its four parameters.
function failure(error: Error & { code?: string; status?: number; type?: string }, req: Request, res: Response, _next: NextFunction): void {
  if (error instanceof Refused) return sendProblem(res, error.problem)
  if (error instanceof TooBusy)
    return sendProblem(res, problem(503, 'Busy', 'Too many people sign in at this moment; try again in a little.'))
  if (error.type === 'entity.too.large')
    return sendProblem(
      res,
      problem(
        413,
        'Too large',
        'The request is larger than this address takes: 256 kB, of a list 6 MB, of a picture 8 MB, of a PDF 30 MB.',
      ),
    )
  if (error.status && error.status < 500)
    return sendProblem(res, problem(error.status, 'Unreadable request', 'The request could not be read.'))
  if (error.code === '23505')
    return sendProblem(res, problem(409, 'Changed meanwhile', 'Somebody else has just entered the same; look at it and try again.'))
  if (error.code === '40P01' || error.code === '55P03')
    return sendProblem(res, problem(503, 'Busy', 'Two changes met; try again. What you typed is kept.'))
  req.log?.error({ err: error })
  if (databaseGone(error))
    return sendProblem(
      res,
      problem(503, 'Database away', 'The database does not answer. What you typed is kept and saved when it is back.'),
    )
  sendProblem(res, problem(500, 'Fault', 'Something went wrong on the server. It has been written to its log.'))
}
