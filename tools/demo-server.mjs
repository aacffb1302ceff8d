import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { startCluster, temporaryDirectory } from './cluster.mjs'
import { SERVER, freePort, root } from './setup.mjs'

/** A server with the demo plant on a database of its own, which both go with `close`; `env` for what else it is told. */
export async function demoServer(env) {
  const temp = temporaryDirectory()
  const cluster = await startCluster(temp)
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const server = spawn(process.execPath, SERVER, {
    cwd: root,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, DATABASE_URL: cluster.url, PORT: String(port), YARDFROST_DEMO: '1', ...env },
  })
  const healthy = () =>
    fetch(`${url}/api/v1/health`).then(
      (r) => r.ok,
      () => false,
    )
  for (let i = 0; i < 150 && !(await healthy()); i += 1) await new Promise((go) => setTimeout(go, 200))
  const close = async () => {
    server.kill('SIGTERM')
    await new Promise((done) => server.once('exit', done))
    await cluster.stop()
    rmSync(temp, { recursive: true, force: true })
  }
  return { url, databaseUrl: cluster.url, close }
}
