// Writes what every address answers as JSON Schema, from the types in `src/contract/replies.ts`; a test holds the two together.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createGenerator } from 'ts-json-schema-generator'
import { root } from './setup.mjs'

export const SCHEMA_FILE = join(root, 'src', 'contract', 'replies.schema.json')

/** The schema as text, one definition a line. */
export function schemaText() {
  const types = { path: join(root, 'src', 'contract', 'replies.ts'), tsconfig: join(root, 'tsconfig.json'), type: 'Replies' }
  const schema = createGenerator({ ...types, topRef: false, skipTypeCheck: true, jsDoc: 'none', expose: 'export' }).createSchema('Replies')
  const lines = (table) => Object.entries(table).map(([name, entry]) => `    ${JSON.stringify(name)}: ${JSON.stringify(entry)}`)
  return `{\n  "replies": {\n${lines(schema.properties).join(',\n')}\n  },\n  "definitions": {\n${lines(schema.definitions).join(',\n')}\n  }\n}\n`
}

if (process.argv[1] === import.meta.filename) writeFileSync(SCHEMA_FILE, schemaText())
