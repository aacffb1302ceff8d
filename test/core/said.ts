import type { Words } from '../../src/core/words/message.js'
import { say } from '../../src/core/words/say.js'

/** What is said, in metric units; what is not there stays so. */
export const metric = <N extends null | undefined | false = never>(words: Words | N): string | N =>
  words === null || words === undefined || words === false ? (words as N) : say(words as Words, 'metric')
