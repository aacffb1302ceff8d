import { z } from 'zod'

/** Numbers that many inputs share. */

/** A number that must be above zero, up to what it can mean. */
export const upTo = (max: number) => z.number().positive('must be above zero').max(max)

export const id = z.int().min(1).max(Number.MAX_SAFE_INTEGER)

export const version = z
  .int()
  .min(0)
  .max(2 ** 31 - 2)
