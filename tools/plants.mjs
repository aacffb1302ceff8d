import { join } from 'node:path'
import { root } from './setup.mjs'

const home = process.env.YARDFROST_DATA_DIR ?? join(root, '.data')
/** The demo plant and a plant of one's own never meet: each has its database, its address and its memory. Tests give a place of their own. */
export const PLANTS = {
  demo: { dir: home, words: 'The demo plant', command: 'npm start' },
  own: { dir: join(home, 'own'), words: 'A plant of your own', command: 'npm start -- --empty' },
}
/** Where backups of a plant go where nobody says otherwise. */
export const backupsOf = (dataDir) => join(dataDir, 'backups')
