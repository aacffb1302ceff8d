import { z } from 'zod'
import { lockedGrowth } from '../../core/arrangement/locked-growth.js'
import { SCHEMES, nutAngle, pairSetting, shimPack } from '../../core/arrangement/pair-setting.js'
import { seatMeasurement } from '../../core/fits/seat-measurement.js'
import { driveUp } from '../../core/mounting/drive-up.js'
import { housingPress } from '../../core/mounting/housing-press.js'
import { define, type Calculation } from './define.js'
import { material } from './schemas.js'

/** Calculations of seats as measured, of what cannot move, and of settings by nut, shim and drive-up. */

const number = z.number()
const pair = z.tuple([number, number])
const values = <S extends z.ZodRawShape>(shape: S) => z.object(shape)

// prettier-ignore
export const SEAT_CALCULATIONS: readonly Calculation[] = [
  define('seat-measurement', 'A seat as measured: size, taper, roundness', ['ISO 286-1', 'ISO 1', 'engineering practice'],
    z.strictObject({ seat: z.enum(['shaft', 'housing']), nominalMm: number, toleranceClass: z.string().max(8), planes: z.array(z.array(number).max(64)).max(32), partTemperatureC: number.optional(), material, gaugeZeroUm: number.optional() }),
    values({ meanMm: number, taperUm: number, outOfRoundUm: number, deviationsUm: pair, withinSize: z.boolean(), withinForm: z.boolean(), planeMeansMm: z.array(number) }), seatMeasurement),
  define('locked-growth', 'Thrust of a shaft that cannot grow', ['Hooke', 'engineering practice'],
    z.strictObject({ growthMm: number, shaftDiameterMm: number, shaftBoreMm: number.optional(), spanMm: number, material, seatStiffnessNUm: number }),
    values({ thrustN: number }), lockedGrowth),
  define('pair-setting', 'Cold setting of an adjusted pair', ['linear thermal expansion'],
    z.strictObject({ scheme: z.enum(SCHEMES), spanMm: number, racewayMm: pair, contactAngleDeg: pair, shaftMaterial: material, shaftRiseK: number, housingMaterial: material, housingRiseK: number, wantedHotUm: number }),
    values({ changeUm: number, coldUm: number }), pairSetting),
  define('nut-angle', 'Turn of a nut for a change', ['geometry of the thread'], z.strictObject({ changeUm: number, pitchMm: number }), values({ angleDeg: number }), nutAngle),
  define('shim-pack', 'Shims for the wanted end play', ['geometry'],
    z.strictObject({ trialMm: number, measuredMm: number, wantedMm: number, side: z.enum(['opens', 'closes']) }), values({ packMm: number }), shimPack),
  define('drive-up', 'Travel and turn of the nut on a taper', ['engineering practice'],
    z.strictObject({ boreMm: number, taper: z.enum(['1:12', '1:30']), reductionUm: number, pitchMm: number }), values({ axialTravelMm: number, nutAngleDeg: number }), driveUp),
  define('housing-press', 'Press force of an outer ring', ['Lamé', 'engineering practice'],
    z.strictObject({ outsideMm: number, racewayMm: number, widthMm: number, interferenceUm: number, housingOutsideMm: number, material, friction: number.optional() }),
    values({ pressureMPa: number, forceN: number }), housingPress),
]
