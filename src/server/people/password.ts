import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number, options: object) => Promise<Buffer>
/** 2^17 takes 128 MB and a third of a second each time (OWASP, Password Storage, scrypt); tests sign in some hundred times. */
export const COST = process.env.NODE_ENV === 'test' ? 12 : 17
/** What was stored before the cost stood in it. */
const COST_BEFORE = 14
const BLOCK = 8
const LENGTH = 32
const costly = (cost: number) => ({ N: 2 ** cost, r: BLOCK, p: 1, maxmem: 2 ** cost * BLOCK * 256 })

/** Hashes worked on at once, and those that may wait: a flood of sign-ins must not take the machine from everybody else. */
const AT_ONCE = 2
const MOST_WAITING = 30

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

const hashed = (password: string, salt: Buffer, cost: number, from: string) =>
  inTurn(from, () => derive(password.normalize('NFKC'), salt, LENGTH, costly(cost)))

/** `scrypt$cost$salt$hash`, salt and hash hex; `from` is the address that asks, where nobody is signed in there. */
export async function hashPassword(password: string, from = '', cost = COST): Promise<string> {
  const salt = randomBytes(16)
  const hash = await hashed(password, salt, cost, from)
  return ['scrypt', cost, salt.toString('hex'), hash.toString('hex')].join('$')
}

const partsOf = (stored: string) => {
  const parts = stored.split('$')
  const [salt, hash] = parts.slice(-2)
  return { cost: parts.length === 4 ? Number(parts[1]) : COST_BEFORE, salt: Buffer.from(salt!, 'hex'), hash: Buffer.from(hash!, 'hex') }
}

export async function checkPassword(password: string, stored: string, from = ''): Promise<boolean> {
  const { cost, salt, hash } = partsOf(stored)
  return timingSafeEqual(hash, await hashed(password, salt, cost, from))
}

/** Whether what is stored was made when hashes cost less: it is made anew when its password is known. */
export const costsTooLittle = (stored: string): boolean => partsOf(stored).cost < COST
