// The command line door to the calculations: no server and no database needed.
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensurePackages, main, root } from './setup.mjs'

main(async () => {
  await ensurePackages()
  const { register } = await import('tsx/esm/api')
  register()
  const { calc } = await import(pathToFileURL(join(root, 'src', 'contract', 'calculations', 'cli.ts')))
  process.exitCode = await calc(process.argv.slice(2))
})
