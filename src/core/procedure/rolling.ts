import type { Procedure, StationRow } from './procedure.js'

/** The procedure of a rolling bearing, one row a station. */
const ROWS = [
  { name: 'identify', title: 'Identify', level: 'place', prints: ['designation', 'clearanceRange', 'massKg'] },
  {
    name: 'duty',
    title: 'Duty',
    level: 'position',
    needs: ['identify'],
    answers: 'What the bearing carries, which ring the load sweeps, and how warm both rings run.',
    prints: ['radialN', 'axialN', 'innerRingLoad', 'ringDifferenceK'],
  },
  {
    name: 'select',
    title: 'Select',
    level: 'set',
    needs: ['identify', 'duty'],
    answers: 'How long it lasts at this load, whether it rolls or skids, and what the next sizes would do.',
    prints: ['lifeH', 'modifiedLifeH', 'equivalentLoadN', 'staticSafety', 'dynamicRatingN'],
  },
  { name: 'arrange', title: 'Arrange', level: 'line', prints: ['growthMm', 'floatNeededMm', 'floatPresentMm', 'behindMm'] },
  {
    name: 'fit',
    title: 'Fit',
    level: 'set',
    once: true,
    needs: ['identify', 'duty', 'select'],
    answers: 'How tight both rings sit, and what clearance is left when it runs.',
    prints: ['shaftClass', 'shaftInterference', 'housingClass', 'housingInterference', 'clearance'],
  },
  {
    name: 'mount',
    title: 'Mount',
    level: 'set',
    once: true,
    needs: ['identify', 'duty', 'fit'],
    answers: 'How it goes on, at what force or temperature, and every step to sign.',
    prints: ['setTemperatureC', 'pressForceN'],
  },
  {
    name: 'lubricate',
    title: 'Lubricate',
    level: 'position',
    needs: ['identify', 'duty'],
    answers: 'Which grease, how much, how often, and whether it may meet what is in there.',
    prints: ['intervalH', 'intervalDays', 'quantityG', 'strokes', 'firstFillG', 'kappa'],
  },
  { name: 'runin', title: 'Run in', level: 'position', prints: ['lastC', 'peakC', 'vibrationRmsMmS', 'pairHotUm'] },
  { name: 'inspect', title: 'Inspect', level: 'place', prints: ['cause', 'mode', 'hoursRun', 'lifeShare'] },
] as const satisfies readonly StationRow[]

export type Station = (typeof ROWS)[number]['name']

/** Raised when stations come, go or change their order; a card keeps the one that it was opened with. */
export const ROLLING: Procedure<Station> = { name: 'rolling', version: 1, ends: 'release', stations: ROWS }

/** The stations in their order, by name. */
export const STATIONS: readonly Station[] = ROWS.map((row) => row.name)
