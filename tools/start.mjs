// One command from a clean clone to a running Yardfrost. See README for the options.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { clusterDirectory, startCluster } from './cluster.mjs'
import { SetupError, ensureBuilt, ensurePackages, freePort, main, root, say } from './setup.mjs'

const options = new Set(process.argv.slice(2))
const known = ['--empty', '--demo', '--reset', '--yes']
/** Where this clone remembers its ports; tests give a place of their own. */
const dataDir = process.env.YARDFROST_DATA_DIR ?? join(root, '.data')
const stateFile = join(dataDir, 'state.json')

function readState() {
  return existsSync(stateFile) ? JSON.parse(readFileSync(stateFile, 'utf8')) : {}
}

async function confirmReset() {
  if (options.has('--yes')) return
  if (!process.stdin.isTTY) throw new SetupError('--reset deletes every record of this clone; without a terminal it needs --yes as well')
  const prompt = createInterface({ input: process.stdin, output: process.stderr })
  const answer = await prompt.question('Delete every record of this clone? Type "delete": ')
  prompt.close()
  if (answer.trim() !== 'delete') throw new SetupError('nothing was deleted')
}

async function answers(url) {
  try {
    return (await fetch(`${url}/api/v1/health`)).ok
  } catch {
    return false
  }
}

main(async () => {
  const odd = [...options].find((option) => !known.includes(option))
  if (odd) throw new SetupError(`unknown option ${odd}; known: ${known.join(' ')}`)
  mkdirSync(dataDir, { recursive: true })
  const state = readState()
  if (state.webPort && (await answers(`http://127.0.0.1:${state.webPort}`))) {
    throw new SetupError(`Yardfrost of this clone already runs at http://127.0.0.1:${state.webPort}`)
  }
  if (options.has('--reset')) await confirmReset()
  await ensurePackages()
  await ensureBuilt()

  let cluster = null
  let databaseUrl = process.env.DATABASE_URL
  if (!databaseUrl) {
    const dir = clusterDirectory(dataDir)
    if (options.has('--reset')) {
      say('deleting the records of this clone')
      rmSync(join(dir, 'data'), { recursive: true, force: true })
    }
    cluster = await startCluster(dir, state.databasePort)
    databaseUrl = cluster.url
  }
  const webPort = await freePort(state.webPort)
  if (state.webPort && webPort !== state.webPort) say(`port ${state.webPort} is taken now; using ${webPort}`)
  writeFileSync(stateFile, JSON.stringify({ webPort, databasePort: cluster?.port ?? state.databasePort }, null, 2))

  const demo = options.has('--demo') || (!process.env.DATABASE_URL && !options.has('--empty'))
  say('starting the server')
  const server = spawn(process.execPath, [join(root, 'dist', 'server', 'main.js')], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      PORT: String(webPort),
      HOST: process.env.YARDFROST_HOST ?? '127.0.0.1',
      YARDFROST_DEMO: demo ? '1' : '0',
    },
  })
  let ending = false
  const end = (code) => {
    if (ending) return
    ending = true
    say('stopping')
    if (server.exitCode === null) server.kill('SIGTERM')
    const finish = () => {
      cluster?.stop()
      process.exit(code)
    }
    if (server.exitCode !== null) finish()
    else {
      server.once('exit', finish)
      setTimeout(() => server.kill('SIGKILL'), 8000).unref()
    }
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(0))
  server.on('exit', (code) => end(code ?? 1))

  const url = `http://127.0.0.1:${webPort}`
  const waiting = setInterval(async () => {
    if (ending || !(await answers(url))) return
    clearInterval(waiting)
    console.log(`\nYardfrost is ready: ${url}`)
    if (demo) console.log('Demo sign-ins (password cider-press-4): storekeeper, technician, planner, administrator')
    console.log('Stop with Ctrl-C.')
  }, 250)
})
