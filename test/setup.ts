import { makeTemplates } from './server/helpers.js'

/** Runs before the first suite and is not timed: the databases that the tests copy. */
export async function mochaGlobalSetup(): Promise<void> {
  await makeTemplates()
}
