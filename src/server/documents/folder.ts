import type { SayingInput } from '../../contract/documents.js'
import type { Me } from '../../contract/people.js'
import type { Query } from '../database.js'
import { notFound, refused } from '../problems.js'
import * as documents from './store.js'

/** What is done to the folder of a machine. */

export async function removePaper(query: Query, machineId: number, documentId: number, at: Date): Promise<void> {
  if (!(await documents.removeDocument(query, machineId, documentId, at))) throw notFound('document')
}

/** What a paper says of a bearing. */
export async function say(query: Query, machineId: number, saying: SayingInput, me: Me, at: Date): Promise<void> {
  if (!(await documents.addSaying(query, machineId, saying, me.id, at)))
    throw refused('documentId', 'a paper and a support of this machine')
}

export async function removeSaying(query: Query, machineId: number, saying: number, at: Date): Promise<void> {
  if (!(await documents.removeSaying(query, machineId, saying, at))) throw notFound('saying')
}
