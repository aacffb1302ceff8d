import { amount, phrase, type Words } from '../words/message.js'

/** Beyond so many hours a life is no forecast any more, h: steel, seals and lubricant end it first. Engineering practice. */
export const BEYOND_H = 200_000

/** A life in words h: beyond what means anything only that. Source: engineering practice. */
export const lifeWords = (hours: number): Words => (hours > BEYOND_H ? phrase`beyond ${amount(BEYOND_H, 'hours')}` : amount(hours, 'hours'))
