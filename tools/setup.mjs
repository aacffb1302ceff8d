// What must be there before anything else runs. Node built-ins only: this file works before packages are installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { delimiter, dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

/** Progress goes to standard error, so that commands whose output is data stay clean. */
export function say(text) {
  process.stderr.write(`yardfrost: ${text}\n`)
}

/** Ends the process with a plain sentence instead of a stack. */
export class SetupError extends Error {}

export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 2, 2], ...options })
    child.on('error', (error) => reject(new SetupError(`${command} could not be started: ${error.message}`)))
    child.on('exit', (code, signal) =>
      code === 0 ? resolve() : reject(new SetupError(`${command} ${args.join(' ')} ended with ${signal ?? code}`)),
    )
  })
}

function onPath(name, extra = []) {
  const dirs = [...(process.env.PATH ?? '').split(delimiter), '/usr/bin', '/usr/local/bin', ...extra]
  return dirs.map((dir) => join(dir, name)).find((file) => existsSync(file))
}

/** Directory of PostgreSQL's server programs: PATH first, then Debian's versioned directory, newest first. */
/** A program of PostgreSQL by its name; null where it is not found. */
export function postgresProgram(name) {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : []
  return onPath(
    name,
    versions.map((v) => join(base, v, 'bin')),
  )
}

/** Directory of the programs that write and read a backup; null where they are not installed. */
export function programsOfPostgres() {
  const program = postgresProgram('pg_dump')
  return program && dirname(program)
}

function postgresDirectory() {
  const initdb = postgresProgram('initdb')
  return initdb && existsSync(join(dirname(initdb), 'postgres')) ? dirname(initdb) : null
}

/** Installs Debian packages when allowed to; otherwise says the one command to run. */
async function installDebian(packages, purpose) {
  const asRoot = process.getuid?.() === 0
  const prefix = asRoot ? [] : ['sudo', '-n']
  const manual = `apt-get update && apt-get install -y ${packages.join(' ')}`
  const allowed = onPath('apt-get') && (asRoot || spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0)
  if (!allowed) throw new SetupError(`${purpose} is missing. Run this once as root, then try again:\n  ${manual}`)
  say(`installing ${purpose} from Debian's packages (${packages.join(', ')}); this takes a minute`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const lock = ['-o', 'DPkg::Lock::Timeout=600', '-q']
  const apt = async (...args) => {
    const [command, ...rest] = [...prefix, ...(asRoot ? [] : ['DEBIAN_FRONTEND=noninteractive']), 'apt-get', ...lock, ...args]
    await run(command, rest, { env })
  }
  await apt('update')
  await apt('install', '-y', '--no-install-recommends', ...packages)
}

/** @returns {Promise<string>} directory that holds initdb, pg_ctl and postgres */
export async function ensurePostgres() {
  const found = postgresDirectory()
  if (found) return found
  await installDebian(['postgresql'], 'PostgreSQL')
  const installed = postgresDirectory()
  if (!installed) throw new SetupError('PostgreSQL was installed but its server programs were not found')
  return installed
}

/** @returns {Promise<{browser: string, driver: string}>} */
export async function ensureBrowser() {
  const look = () => ({ browser: onPath('chromium'), driver: onPath('chromedriver') })
  if (!look().browser || !look().driver) await installDebian(['chromium', 'chromium-driver'], 'Chromium')
  const { browser, driver } = look()
  if (!browser || !driver) throw new SetupError('Chromium was installed but was not found')
  return { browser, driver }
}

export function hashOf(...chunks) {
  const hash = createHash('sha256')
  chunks.forEach((chunk) => hash.update(chunk))
  return hash.digest('hex')
}

/** npm ci when the lockfile is not the one that was installed last. */
export async function ensurePackages() {
  const stamp = join(root, 'node_modules', '.yardfrost-lock')
  const wanted = hashOf(readFileSync(join(root, 'package-lock.json')), process.version)
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('installing packages (npm ci)')
  const npm = process.env.npm_execpath
  if (npm && /\.c?js$/.test(npm)) await run(process.execPath, [npm, 'ci', '--include=dev'])
  else await run('npm', ['ci', '--include=dev'])
  writeFileSync(stamp, wanted)
}

function filesUnder(path) {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)))
}

/** How Node collects what is no longer used: seldom, and without threads that take the second processor from the database. */
export const SPARING = ['--single-threaded-gc', '--max-semi-space-size=64']
/** The built server, as arguments of Node. */
export const SERVER = [...SPARING, join(root, 'dist', 'server', 'main.js')]

/** Builds the interface and the server when a source changed since the last build. */
export async function ensureBuilt() {
  const inputs = ['src', 'demo', 'index.html', 'vite.config.ts', 'package-lock.json'].flatMap((p) => filesUnder(join(root, p)))
  const wanted = hashOf(...inputs.flatMap((file) => [relative(root, file), '\0', readFileSync(file), '\0']))
  const stamp = join(root, 'dist', '.stamp')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('building the interface and the server')
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js')
  await run(process.execPath, [vite, 'build', '--logLevel', 'warn'])
  await run(process.execPath, [vite, 'build', '--logLevel', 'warn', '--ssr', 'src/server/main.ts', '--outDir', 'dist/server'])
  mkdirSync(join(root, 'dist'), { recursive: true })
  writeFileSync(stamp, wanted)
}

/** A TCP port that is free on loopback now; never PostgreSQL's usual one. */
export function freePort(preferred) {
  const attempt = (port) =>
    new Promise((resolve) => {
      const server = createServer()
      server.once('error', () => resolve(null))
      server.listen(port, '127.0.0.1', () => {
        const got = server.address().port
        server.close(() => resolve(got === 5432 ? null : got))
      })
    })
  const next = async (port) => (await attempt(port)) ?? next(0)
  return next(preferred ?? 0)
}

/** Runs a program's main function: a SetupError becomes a sentence and exit 1. */
export function main(body) {
  body().catch((error) => {
    if (error instanceof SetupError) say(error.message)
    else console.error(error)
    process.exit(1)
  })
}
