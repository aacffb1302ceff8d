import { z } from 'zod'
import { screwTorque } from '../../core/mounting/screw-torque.js'
import { SCREW_CLASSES } from '../../core/mounting/ways.js'
import { sweating } from '../../core/mounting/handling.js'
import { twoRings } from '../../core/mounting/two-rings.js'
import { setScrewTorque } from '../../core/mounting/set-screws.js'
import {
  chillWindow,
  coolingWindow,
  filmHeating,
  heatingTime,
  housingHeating,
  infraredReading,
  seatWindow,
} from '../../core/mounting/warmth.js'
import { define, type Calculation } from './define.js'
import { material } from './schemas.js'

/** Calculations of the hour of mounting: warmth, and screws. */

const number = z.number()

// prettier-ignore
export const MOUNTING_CALCULATIONS: readonly Calculation[] = [
  define('cooling-window', 'How long a heated ring stays wide', ['lumped capacity', 'engineering practice'],
    z.strictObject({ boreMm: number, outsideMm: number, widthMm: number, massKg: number, fromC: number, touchC: number, ambientC: number, filmWM2K: number.optional() }),
    z.object({ seconds: number }), coolingWindow),
  define('chill-window', 'How long a chilled ring or shaft stays small', ['lumped capacity', 'engineering practice'],
    z.strictObject({ diameterMm: number, innerMm: number, lengthMm: number, material, fromC: number, roomC: number, interferenceUm: number, filmWM2K: number.optional(), ring: z.boolean() }),
    z.object({ seconds: number, touchC: number }), chillWindow),
  define('heating-time', 'How long a ring takes to heat', ['heat capacity of steel', 'engineering practice'],
    z.strictObject({ massKg: number, riseK: number, powerW: number, efficiency: number.optional(), surfaceM2: number.optional(), filmWM2K: number.optional() }),
    z.object({ seconds: number }), heatingTime),
  define('film-heating', 'How long a ring takes in an oven or a bath, or on a plate', ['lumped capacity', 'engineering practice'],
    z.strictObject({ massKg: number, surfaceM2: number, plateM2: number.optional(), fromC: number, toC: number, setC: number, roomC: number, filmWM2K: number, lossWM2K: number.optional() }),
    z.object({ seconds: number }), filmHeating),
  define('seat-window', 'How long a hot ring over its seat stays loose, at most', ['lumped capacity', 'conduction in air', 'engineering practice'],
    z.strictObject({ boreMm: number, widthMm: number, ringMassKg: number, ringC: number, shaftC: number, clearanceUm: number }),
    z.object({ seconds: number, gripC: number }), seatWindow),
  define('two-rings', 'How far the rings of a bearing are apart while it is heated', ['lumped capacity', 'engineering practice'],
    z.strictObject({ boreMm: number, outsideMm: number, widthMm: number, massKg: number, powerW: number, efficiency: number.optional(), innerShare: number.optional(), fromC: number, toC: number }),
    z.object({ seconds: number, outerC: number, differenceK: number, growthUm: number, gentleW: number }), twoRings),
  define('sweating', 'Whether a bearing from a cold store sweats', ['Magnus formula', 'lumped capacity'],
    z.strictObject({ boreMm: number, outsideMm: number, widthMm: number, massKg: number, storeC: number, roomC: number, humidityPercent: number }),
    z.object({ dewC: number, sweats: z.boolean(), waitMin: number }), sweating),
  define('infrared-reading', 'What a camera shows of a shiny ring', ['Stefan and Boltzmann'],
    z.strictObject({ trueC: number, emissivity: number, roomC: number, setEmissivity: number.optional() }), z.object({ apparentC: number }), infraredReading),
  define('housing-heating', 'How warm a housing must be for its ring', ['linear thermal expansion', 'engineering practice'],
    z.strictObject({ outsideMm: number, interferenceUm: number, clearanceUm: number.optional(), ringC: number, material }), z.object({ housingC: number }), housingHeating),
  define('screw-torque', 'Torque of a screw', ['VDI 2230-1:2015', 'ISO 898-1:2013'],
    z.strictObject({ threadMm: number, pitchMm: number, class: z.enum(SCREW_CLASSES), friction: number.optional(), headMeanMm: number.optional() }),
    z.object({ torqueNm: number, preloadN: number }), screwTorque),
  define('set-screw-torque', 'Torque of a set screw by its key', ['ISO 2936', 'engineering practice'],
    z.strictObject({ keyMm: number }), z.object({ torqueNm: number }), setScrewTorque),
]
