import { q } from '../units/quantities.js'

/** Beyond so many hours a life is no forecast any more, h: steel, seals and lubricant end it first. Engineering practice. */
export const BEYOND_H = 200_000

/** A life in words with its quantity marked, h: beyond what means anything only that. Source: engineering practice. */
export const lifeWords = (hours: number): string => (hours > BEYOND_H ? `beyond ${q(BEYOND_H, 'hours')}` : q(hours, 'hours'))
