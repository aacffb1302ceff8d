import { problem, type Problem } from '../contract/problem.js'
import type { Words } from '../core/words/message.js'
import { say } from '../core/words/say.js'

/** An answer that is not the wanted one; the routes turn it into a problem response. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

export const notFound = (what: string) => new Refused(problem(404, 'Not found', `There is no such ${what}.`))
export const conflict = (detail: string, current?: unknown) => new Refused(problem(409, 'Changed meanwhile', detail, { current }))
export const blocked = (words: Words) =>
  new Refused(problem(422, 'Not possible now', say(words, 'metric'), typeof words === 'string' ? {} : { words }))
export const refused = (field: string, allowed: string) =>
  new Refused(problem(422, 'Refused value', `${field}: ${allowed}`, { errors: [{ field, allowed }] }))
/** Text that the database or a page could not hold, by the field that it stands in. */
export const badText = (field: string) => refused(field, 'text without null signs and broken letters')
