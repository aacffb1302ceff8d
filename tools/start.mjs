// One command from a clean clone to a running Yardfrost. See README for the options.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { clusterDirectory, startCluster, takeLock } from './cluster.mjs'
import { keepRunning } from './keep-running.mjs'
import { PLANTS, backupsOf } from './plants.mjs'
import { SERVER, SetupError, ensureBuilt, ensurePackages, freePort, hashOf, main, programsOfPostgres, root, say } from './setup.mjs'

const given = process.argv.slice(2)
/** Another database of the same cluster, to look at what was restored beside the living one. */
const database = given.find((o) => o.startsWith('--database='))?.slice('--database='.length)
const options = new Set(given.filter((o) => !o.startsWith('--database=')))
const known = ['--empty', '--demo', '--reset', '--second', '--yes']
const wanted = options.has('--empty') && !process.env.DATABASE_URL ? 'own' : 'demo'
const dataDir = PLANTS[wanted].dir
const stateFile = join(dataDir, 'state.json')
/** By this name a server says that it belongs to this clone. */
const instance = hashOf(dataDir).slice(0, 16)

function readState() {
  return existsSync(stateFile) ? JSON.parse(readFileSync(stateFile, 'utf8')) : {}
}

async function confirmReset() {
  if (options.has('--yes')) return
  if (!process.stdin.isTTY) throw new SetupError('--reset deletes every record of this plant; without a terminal it needs --yes as well')
  const prompt = createInterface({ input: process.stdin, output: process.stderr })
  const answer = await prompt.question(`Delete every record of ${PLANTS[wanted].words.toLowerCase()}? Type "delete": `)
  prompt.close()
  if (answer.trim() !== 'delete') throw new SetupError('nothing was deleted')
}

/** How the other plant of this clone is opened, and where it was last. */
function otherPlant() {
  const { dir, words, command } = PLANTS[wanted === 'own' ? 'demo' : 'own']
  const file = join(dir, 'state.json')
  const port = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')).webPort : null
  return `${words}, in a database of its own: ${command}${port ? ` (at ${urlAt(port)})` : ''}`
}

/** What answers at an address: null nothing or something else, else whether its database answers too. */
async function ask(url) {
  try {
    const res = await fetch(`${url}/api/v1/health`, { signal: AbortSignal.timeout(5000) })
    return res.headers.get('yardfrost-instance') === instance ? { ready: res.ok } : null
  } catch {
    return null
  }
}

const urlAt = (port) => `http://127.0.0.1:${port}`

async function openCluster(state) {
  const dir = clusterDirectory(dataDir)
  if (options.has('--reset')) {
    say('deleting the records of this plant')
    rmSync(join(dir, 'data'), { recursive: true, force: true })
  }
  return startCluster(dir, state.databasePort)
}

main(async () => {
  const odd = [...options].find((option) => !known.includes(option))
  if (odd) throw new SetupError(`unknown option ${odd}; known: ${known.join(' ')}`)
  mkdirSync(dataDir, { recursive: true })
  if (options.has('--reset')) await confirmReset()
  // Held until this one answers: a start at the same moment waits, and then finds it.
  const letGo = await takeLock(dataDir)
  process.on('exit', letGo)
  const state = readState()
  const second = options.has('--second') || database !== undefined
  if (!second && state.webPort && (await ask(urlAt(state.webPort)))) {
    if (options.has('--reset')) throw new SetupError(`Yardfrost of this clone runs at ${urlAt(state.webPort)}; stop it before --reset`)
    console.log(`Yardfrost of this clone already runs: ${urlAt(state.webPort)}`)
    console.log(otherPlant())
    return letGo()
  }
  await ensurePackages()
  await ensureBuilt()

  const cluster = process.env.DATABASE_URL ? null : await openCluster(state)
  let [ending, server] = [false, null]
  const end = async (code) => {
    if (ending) return
    ending = true
    say('stopping')
    await server?.end()
    await cluster?.release()
    process.exit(code)
  }
  const keepDatabase = async () => {
    if (ending) return
    try {
      await cluster.lease(async () => {
        if (ending) return
        say('the database ended; bringing it back')
        await cluster.revive().catch((error) => say(error.message))
        await keepDatabase()
      })
    } catch (error) {
      say(`the database does not answer (${error.message}); trying again`)
      setTimeout(() => cluster.revive().then(keepDatabase, keepDatabase), 2000)
    }
  }
  if (cluster) await keepDatabase()

  // A second instance takes any port and remembers nothing.
  const webPort = await freePort(second ? undefined : state.webPort)
  if (!second) {
    if (state.webPort && webPort !== state.webPort) say(`port ${state.webPort} is taken now; using ${webPort}`)
    writeFileSync(stateFile, JSON.stringify({ webPort, databasePort: cluster?.port ?? state.databasePort }, null, 2))
  }
  const demo = options.has('--demo') || (!process.env.DATABASE_URL && !options.has('--empty'))
  const living = cluster?.url ?? process.env.DATABASE_URL
  const databaseUrl = database ? living.replace(/\/[^/]*$/, `/${database}`) : living
  say('starting the server')
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0))
  const env = {
    NODE_ENV: 'production',
    DATABASE_URL: databaseUrl,
    YARDFROST_BACKUPS: process.env.YARDFROST_BACKUPS ?? backupsOf(dataDir),
    YARDFROST_POSTGRES: process.env.YARDFROST_POSTGRES ?? programsOfPostgres() ?? '',
    PORT: String(webPort),
    HOST: process.env.YARDFROST_HOST ?? '127.0.0.1',
    YARDFROST_DEMO: demo ? '1' : '0',
    YARDFROST_INSTANCE: instance,
  }
  server = keepRunning(
    () =>
      spawn(process.execPath, SERVER, {
        cwd: root,
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
        detached: true,
        env: { ...process.env, ...env },
      }),
    (code) => void end(code),
    say,
  )

  const url = urlAt(webPort)
  const waiting = setInterval(async () => {
    if (ending || !(await ask(url))?.ready) return
    clearInterval(waiting)
    server.ready()
    letGo()
    process.off('exit', letGo)
    console.log(`\nYardfrost is ready: ${url}`)
    if (demo) console.log('Demo sign-ins (password cider-press-4): viewer, storekeeper, technician, planner, administrator')
    if (cluster) console.log(otherPlant())
    console.log('Stop with Ctrl-C.')
  }, 250)
})
