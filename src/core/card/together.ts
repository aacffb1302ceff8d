import { systemLife } from '../life/many-lives.js'
import type { LineEvaluation } from './evaluate.js'
import type { Figure } from './station.js'

/**
 * How long the bearings of a card last together, h: a machine stops at the first that fails. Null for one bearing, and while not
 * every one of them is rated. Source: ISO 281:2007, product of the survivals.
 */
export function lifeTogether({ order, places }: LineEvaluation): Figure | null {
  const leads = order.filter(({ place, lead }) => place === lead)
  const bearings = leads.flatMap(({ place }) => {
    const { basis, figures } = places[place]!.select
    const life = figures.find((f) => f.key === 'select.lifeH')?.value
    // Of ninety in a hundred, whatever reliability the card asks for.
    return basis && typeof life === 'number' && life > 0 ? [{ rollingElement: basis.rollingElement, ratingLifeH: life / basis.a1 }] : []
  })
  if (bearings.length < 2 || bearings.length < leads.length) return null
  const { values, working, assumptions } = systemLife({ bearings })
  return {
    ...{ key: 'select.togetherH', label: 'All bearings of this card together', value: values.systemLifeH, quantity: 'hours' },
    ...{ working, assumptions, note: `${bearings.length} of them; 90 of 100 such machines reach it` },
  }
}
