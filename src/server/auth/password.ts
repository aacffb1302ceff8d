import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number, options: object) => Promise<Buffer>
const COST = { N: 16384, r: 8, p: 1 }
const LENGTH = 32

/** `scrypt$salt$hash`, both hex. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const hash = await derive(password.normalize('NFKC'), salt, LENGTH, COST)
  return `scrypt$${salt.toString('hex')}$${hash.toString('hex')}`
}

export async function checkPassword(password: string, stored: string): Promise<boolean> {
  const [, salt, hash] = stored.split('$')
  const wanted = Buffer.from(hash!, 'hex')
  const got = await derive(password.normalize('NFKC'), Buffer.from(salt!, 'hex'), LENGTH, COST)
  return timingSafeEqual(wanted, got)
}
