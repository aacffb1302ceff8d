import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number, options: object) => Promise<Buffer>
const COST = { N: 16384, r: 8, p: 1 }
const LENGTH = 32

/** Hashes worked on at once, and those that may wait: a flood of sign-ins must not take the machine from everybody else. */
const AT_ONCE = 2
const MOST_WAITING = 60

/** Raised when more hashes are wanted than are worth waiting for. */
export class TooBusy extends Error {}

let working = 0
const waiting: { from: string; go: () => void }[] = []
/** Of one address no more than these wait, so that it holds back nobody but itself. */
const MOST_WAITING_FROM_ONE = 6

async function inTurn<T>(from: string, work: () => Promise<T>): Promise<T> {
  if (working >= AT_ONCE) {
    const own = from ? waiting.filter((w) => w.from === from).length : 0
    if (waiting.length >= MOST_WAITING || own >= MOST_WAITING_FROM_ONE) throw new TooBusy('too many passwords are being checked at once')
    await new Promise<void>((go) => waiting.push({ from, go }))
  } else working += 1
  try {
    return await work()
  } finally {
    const next = waiting.shift()
    if (next) next.go()
    else working -= 1
  }
}

const hashed = (password: string, salt: Buffer, from: string) => inTurn(from, () => derive(password.normalize('NFKC'), salt, LENGTH, COST))

/** `scrypt$salt$hash`, both hex; `from` is the address that asks, where nobody is signed in there. */
export async function hashPassword(password: string, from = ''): Promise<string> {
  const salt = randomBytes(16)
  const hash = await hashed(password, salt, from)
  return `scrypt$${salt.toString('hex')}$${hash.toString('hex')}`
}

export async function checkPassword(password: string, stored: string, from = ''): Promise<boolean> {
  const [, salt, hash] = stored.split('$')
  const wanted = Buffer.from(hash!, 'hex')
  const got = await hashed(password, Buffer.from(salt!, 'hex'), from)
  return timingSafeEqual(wanted, got)
}
