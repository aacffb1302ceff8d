import { MACHINE_CLASSES, judgeRun, vibrationZone, type RunJudgement, type RunState, type VibrationZone } from '../../runin/run-in.js'
import { InputError, Sheet } from '../../result.js'
import { q, typed } from '../../units/quantities.js'
import type { CardAnswers } from '../answers.js'
import type { PlanStep } from '../plan.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import type { ArrangeResult } from './arrange.js'
import type { FitStationResult } from './fit.js'
import type { LubricateResult } from './lubricate.js'

export interface RunInResult extends StationResult {
  run: RunJudgement
  zone: VibrationZone | null
  /** Where to look when a run is stopped, the likeliest first. */
  lookAt: string[]
  plan: PlanStep[]
}

const STATE_WORDS: Record<RunState, string> = {
  none: 'not started',
  warming: 'warming up',
  settled: 'settled',
  climbing: 'climbs on',
  racing: 'rises too fast',
  'over-limit': 'over the limit',
}

/** What this card knows that makes a bearing run hot. */
function suspects(answers: CardAnswers, known: { arrange: ArrangeResult; fit: FitStationResult; lubricate: LubricateResult }): string[] {
  const { arrange, fit, lubricate } = known
  const looks: string[] = []
  if (arrange.holding === 'both') looks.push('both ends are held: the shaft cannot grow')
  const { floatPresentMm } = answers.arrange
  if (arrange.floatNeededMm !== null && floatPresentMm !== null && floatPresentMm < arrange.floatNeededMm)
    looks.push(`the free end has ${q(floatPresentMm, 'gap')} and needs ${q(arrange.floatNeededMm, 'gap')}`)
  if (fit.clearance && fit.clearance.p025Um < 0) looks.push('the clearance left when hot can be nothing: read the group on the ring again')
  if (lubricate.mixing && lubricate.mixing.mixing !== 'compatible') looks.push('two greases may have met')
  looks.push(
    'too much grease: relief open, surplus out',
    'the free ring: it must move in its housing, with a locating ring at one end only',
    'a seal or cover that rubs, a coupling pushed together, a belt too tight',
  )
  return looks
}

/** The first hours: free turn, temperatures against limits, noise and vibration, and the release by name. */
export function runInStation(
  answers: CardAnswers,
  known: { arrange: ArrangeResult; fit: FitStationResult; lubricate: LubricateResult },
): RunInResult {
  const station = new StationBuilder('runin')
  const a = answers.runin
  let run: RunJudgement = { state: 'none', peakC: null, lastC: null, lastRateKPerH: null }
  try {
    run = judgeRun(a.readings, a.limitC)
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    station.refuse('readings', `Allowed is ${error.allowed.replace('allowed ', '')}.`)
  }
  const sheet = new Sheet()
  if (run.lastC !== null)
    sheet.step(
      'T',
      'state of the run',
      'rises, peaks, settles: at most 4 K an hour over the last 20 minutes',
      a.readings.map((r) => `${r.temperatureC} °C at ${r.minute} min`).join(', '),
      STATE_WORDS[run.state],
      '',
      'engineering practice',
    )
  const from = sheet.result({})
  const hero = station.figure('lastC', run.state === 'settled' ? 'Settled at' : 'Temperature now', run.lastC, 'temperature', from, {
    note: `limit ${q(a.limitC, 'temperature')}`,
  })
  station.figure('peakC', 'Highest', run.peakC, 'temperature', from)
  station.figure('lastRateKPerH', 'Change in an hour, of late', run.lastRateKPerH, 'rise', from)
  station.figure('state', 'The run', run.state === 'none' ? null : STATE_WORDS[run.state], 'text', from)
  const zone =
    a.machineClass && a.vibrationRmsMmS !== null && a.vibrationRmsMmS >= 0 ? vibrationZone(a.machineClass, a.vibrationRmsMmS) : null
  const limits = MACHINE_CLASSES.find((c) => c.name === a.machineClass)?.limits
  const vibration = new Sheet()
  if (limits)
    vibration.step(
      'v',
      'zone boundaries A/B, B/C, C/D',
      'table by machine class',
      a.machineClass!,
      limits.join(' / '),
      'mm/s RMS',
      'ISO 10816-1:1995, annex B',
    )
  station.figure('vibrationRmsMmS', 'Vibration, RMS', a.vibrationRmsMmS, 'velocity', limits ? vibration.result({}) : null, {
    note: zone ? `zone ${zone}; good under ${q(limits![1], 'velocity')}` : undefined,
  })
  if (a.vibrationRmsMmS !== null && a.vibrationRmsMmS < 0) station.refuse('vibrationRmsMmS', 'A velocity is not negative.')

  const lookAt = suspects(answers, known)
  if (run.state === 'climbing' || run.state === 'racing' || run.state === 'over-limit')
    station.warn(
      'stop',
      `run-${run.state}`,
      `Stop the machine and let it cool: the temperature ${run.state === 'over-limit' ? 'is over the limit' : STATE_WORDS[run.state]}. Look first at: ${lookAt[0]}.`,
      run.lastC === null ? undefined : Math.round(run.lastC),
    )
  if (a.freeTurn && a.freeTurn !== 'free')
    station.warn(
      'stop',
      'turns-hard',
      `It ${a.freeTurn === 'catches' ? 'catches' : 'turns roughly'} by hand: do not start it. Find out why before power is on.`,
    )
  if (a.noise === 'harsh')
    station.warn('stop', 'noise-harsh', 'Harsh noise: stop the machine. Grinding or knocking does not run itself in.')
  if (a.noise === 'changed') station.warn('caution', 'noise-changed', 'The noise has changed: find out what from before release.')
  if (zone === 'C')
    station.warn(
      'caution',
      'vibration-c',
      'The vibration is in zone C: not for running on; balance, align or look at the seats.',
      a.vibrationRmsMmS!,
    )
  if (zone === 'D') station.warn('stop', 'vibration-d', 'The vibration is in zone D: it does damage. Stop the machine.', a.vibrationRmsMmS!)
  const { grease } = known.lubricate
  if (grease && a.limitC > grease.highC)
    station.warn(
      'caution',
      'limit-over-grease',
      `The limit is above the ${q(grease.highC, 'temperature')} that ${typed(grease.name)} serves to.`,
      a.limitC,
    )

  const open: string[] = []
  if (a.freeTurn === null) open.push('the free turn')
  if (run.state !== 'settled') open.push('a settled temperature')
  if (a.noise === null) open.push('the noise')
  if (zone === null) open.push('vibration with its machine class')
  const bad = station.hasStop()
  const hold = bad
    ? 'A stop stands against it.'
    : open.length
      ? `Still to come: ${open.join(', ')}.`
      : zone === 'C'
        ? 'The vibration is in zone C.'
        : undefined
  const verdict: Verdict = bad
    ? {
        word: run.state === 'climbing' || run.state === 'racing' || run.state === 'over-limit' ? STATE_WORDS[run.state] : 'stop',
        level: 'stop',
      }
    : !hold
      ? a.noise === 'changed'
        ? { word: 'runs, noise changed', level: 'caution' }
        : { word: 'fit for release', level: 'good' }
      : { word: STATE_WORDS[run.state], level: zone === 'C' ? 'caution' : 'open' }
  const restsOn = ['runin.lastC', 'runin.peakC', 'runin.state', 'runin.vibrationRmsMmS']
  const plan: PlanStep[] = known.fit.housing
    ? [
        {
          key: 'guards',
          title: 'Guards on, then lock and tag off',
          doing: 'By the person who set them, and only when nobody stands inside. Then start without load where it can be.',
          tool: 'guards with all their bolts',
          fields: [{ key: 'on', label: 'Guards are on', kind: 'check', quantity: 'text' }],
          caution: 'Stand clear of shaft and coupling at the start.',
          restsOn: [],
        },
        {
          key: 'release',
          title: 'Release the machine for running',
          doing: 'Free turn, temperature, noise and vibration are written down above. The name below answers for it.',
          tool: 'own judgement',
          fields: [],
          hold,
          restsOn,
        },
      ]
    : []
  const reason = 'A bearing that is right rises, peaks and settles within one to three hours. One that climbs on is stopped, not watched.'
  return {
    ...station.close(reason, verdict, hero, run.lastC === null ? '—' : q(run.lastC, 'temperature')),
    run,
    zone,
    lookAt,
    plan,
  }
}
