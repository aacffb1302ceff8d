import { pairSetting } from '../../arrangement/pair-setting.js'
import { short } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { PlanStep } from '../steps/plan-step.js'
import { number } from '../steps/step.js'
import type { StationBuilder } from '../station.js'
import type { PairSet } from './arrange-holding.js'

/** The hot check of two that were set cold against each other: what is left of their end play by the temperatures that were read. */

/** End play that an adjusted pair may have hot, µm: preload only where it was wanted, and no more slack than its setting allows. Source: engineering practice. */
const hotLimitsUm = ({ wantedHotUm, slackUm }: PairSet): readonly [number, number] => [Math.min(0, wantedHotUm), wantedHotUm + slackUm]

/**
 * End play of the pair at the temperatures of now, °C, as it was set cold, µm; null while one of them is not known. Source: `pairSetting` with
 * the rises that were measured instead of those foreseen.
 */
export function hotCheck(station: StationBuilder, pair: PairSet, housingC: number | null, shaftC: number | null): number | null {
  if (housingC === null) return null
  if (shaftC === null) {
    station.ask('shaft-now')
    return null
  }
  const found = station.attempt(
    () => ({
      ...pairSetting({ ...pair.setting, shaftRiseK: shaftC - pair.assemblyC, housingRiseK: housingC - pair.assemblyC }),
      cautions: [],
    }),
    { shaftRiseK: 'shaftNowC' },
  )
  if (!found) return null
  const hotUm = pair.coldUm + found.values.changeUm
  const [least, most] = hotLimitsUm(pair)
  station.figure('pairHotUm', 'End play of the pair, warm', hotUm, 'fine', found, {
    note: phrase`as set cold to ${amount(pair.coldUm, 'fine')}, housing ${amount(housingC, 'temperature')}, shaft ${amount(shaftC, 'temperature')}; wanted ${amount(pair.wantedHotUm, 'fine')}`,
  })
  const params = { is: amount(hotUm, 'fine'), wanted: amount(pair.wantedHotUm, 'fine') }
  if (hotUm < least) station.warn('stop', 'pair-hot-tight', params, short(hotUm))
  else if (hotUm > most) station.warn('caution', 'pair-hot-loose', params, short(hotUm))
  return hotUm
}

/** The step at which the end play of a pair is felt warm, µm. Source: the limits above. */
export function hotStep(pair: PairSet, hotUm: number | null): PlanStep {
  const [least, most] = hotLimitsUm(pair)
  return {
    key: 'hot',
    title: 'Feel the end play while it is warm',
    doing: phrase`While it is still warm, push and pull against a dial as it was done cold. It is to have ${amount(pair.wantedHotUm / 1000, 'gap')}${hotUm === null ? '' : phrase`; by the temperatures that were read it has about ${amount(hotUm / 1000, 'gap')}`}.`,
    tools: ['dial gauge', 'contact probe'],
    fields: [
      number('hotPlayMm', 'End play, warm (preload below zero)', 'gap', {
        decimals: 3,
        min: least / 1000,
        max: most / 1000,
        under: 'Warm it has less than it may: it heats itself on and spalls deep. Let it cool, give it more play, and run it in again.',
        over: 'Warm it is slack: the rollers carry on one side only. Let it cool, give it less play, and run it in again.',
      }),
    ],
    caution: 'Hands go near a warm shaft only behind a lock; its parts are hot.',
    restsOn: ['arrange.pairColdUm', 'runin.pairHotUm'],
  }
}
