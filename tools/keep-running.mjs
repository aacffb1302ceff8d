// A child that is started again when it ends.

/** Half a second before the first start, twice as long each time it ends within a minute, at most a minute. */
const FIRST_PAUSE_MS = 500
const LONGEST_PAUSE_MS = 60_000
const SOON_MS = 60_000

/**
 * Starts a child and starts it again when it ends, for as long as it takes, until `end`; one that never was ready is given up.
 * @param {() => import('node:child_process').ChildProcess} start
 * @param {(code: number) => void} gaveUp
 * @param {(text: string) => void} say
 */
export function keepRunning(start, gaveUp, say, firstPauseMs = FIRST_PAUSE_MS) {
  let [child, ending, wasReady, soon, since] = [null, false, false, 0, 0]
  const begin = () => {
    since = Date.now()
    child = start()
    child.on('exit', (code, signal) => {
      if (ending) return
      if (!wasReady) return gaveUp(code ?? 1)
      soon = Date.now() - since < SOON_MS ? soon + 1 : 1
      const pause = Math.min(LONGEST_PAUSE_MS, firstPauseMs * 2 ** (soon - 1))
      say(`the server ended (${signal ?? code}); starting it again${pause > 2000 ? ` in ${pause / 1000} s` : ''}`)
      setTimeout(() => ending || begin(), pause)
    })
  }
  begin()
  return {
    ready: () => (wasReady = true),
    end: () =>
      new Promise((done) => {
        ending = true
        if (child.exitCode !== null || child.signalCode !== null) return done()
        child.once('exit', () => done())
        child.kill('SIGTERM')
        setTimeout(() => child.kill('SIGKILL'), 8000).unref()
      }),
  }
}
