// Calls in a row from several clients at once.
import { Agent, get } from 'node:http'

const CLIENTS = 6
const SECONDS = 5

/** Answers a second of one address, from clients that ask again as soon as they are answered. */
export async function answersPerSecond(address, headers = {}) {
  const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS })
  const once = () =>
    new Promise((done, failed) => {
      get(address, { agent, headers }, (res) => {
        res.resume()
        res.on('end', () => (res.statusCode === 200 ? done() : failed(new Error(`${address}: ${res.statusCode}`))))
      }).on('error', failed)
    })
  for (let i = 0; i < 30; i++) await once()
  let answered = 0
  const until = performance.now() + SECONDS * 1000
  await Promise.all(
    Array.from({ length: CLIENTS }, async () => {
      while (performance.now() < until) {
        await once()
        answered += 1
      }
    }),
  )
  agent.destroy()
  return answered / SECONDS
}
