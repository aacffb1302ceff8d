// What the program goes through before it is trusted: bodies by their schemas, odd texts, kills of server and database in the
// middle of writes, a full disk, lists cut off while they are read in.
//   npm run ordeal                40,000 bodies, 20 and 10 kills, 20 cuts; takes about an hour
//   npm run ordeal -- --short     as the gate does
//   npm run ordeal -- --seed 7    other bodies
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { SetupError, main, root } from './setup.mjs'

const LONG = { BODIES: 40_000, KILLS: 20, DATABASE_KILLS: 10, CUTS: 20, PAPERS_MB: 420, MOST_MS: 1000, ODD_MS: 200 }

main(async () => {
  const args = process.argv.slice(2)
  const seed = args.includes('--seed') ? Number(args[args.indexOf('--seed') + 1]) : 25
  const odd = args.filter((a, i) => !['--short', '--seed'].includes(a) && args[i - 1] !== '--seed')
  if (odd.length || !Number.isInteger(seed)) throw new SetupError('known: --short, --seed N')
  const sizes = args.includes('--short') ? {} : LONG
  const env = Object.fromEntries(Object.entries({ ...sizes, SEED: seed }).map(([name, n]) => [`ORDEAL_${name}`, String(n)]))
  const child = spawn(
    process.execPath,
    [join(root, 'tools', 'test.mjs'), ...(args.includes('--short') ? ['ordeal'] : ['ordeal', 'server/plant-file'])],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...env, ...process.env },
    },
  )
  child.on('exit', (code) => (process.exitCode = code ?? 1))
})
