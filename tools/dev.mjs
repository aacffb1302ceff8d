// Development: the private cluster, the server restarting on change, and Vite's page in front of it.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { clusterDirectory, startCluster } from './cluster.mjs'
import { ensurePackages, freePort, main, root, say } from './setup.mjs'

main(async () => {
  await ensurePackages()
  const cluster = await startCluster(clusterDirectory(join(root, '.data')))
  await cluster.lease(() => say('the database ended; start again'))
  const port = await freePort(8080)
  const start = (args, env) => spawn(process.execPath, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
  const server = start(['--watch', '--import', 'tsx', join('src', 'server', 'main.ts')], {
    DATABASE_URL: cluster.url,
    PORT: String(port),
    YARDFROST_DEMO: '1',
  })
  const page = start([join('node_modules', 'vite', 'bin', 'vite.js')], { YARDFROST_API: `http://127.0.0.1:${port}` })
  const end = async () => {
    say('stopping')
    server.kill('SIGTERM')
    page.kill('SIGTERM')
    await cluster.release()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, end)
})
