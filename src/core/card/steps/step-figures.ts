/** Figures that stand beside a step, the one that it turns on first; one row a step, by its key. Those of other ways are not there. */
export const STEP_FIGURES: Readonly<Record<string, readonly string[]>> = {
  unpack: ['mount.dewC'],
  'outer-in': ['mount.outerForceN', 'mount.housingC', 'mount.outerChillUm', 'mount.outerWindowS'],
  house: ['mount.outerForceN', 'mount.housingC', 'mount.outerChillUm', 'mount.outerWindowS'],
  press: ['mount.pressForceN', 'mount.hoopStressMPa'],
  'press-both': ['mount.pressForceN', 'mount.outerForceN'],
  heat: ['mount.setTemperatureC', 'mount.heatMin', 'mount.windowS', 'mount.seatS', 'mount.ringsApartK', 'mount.infraredC'],
  push: ['mount.seatS'],
  chill: ['mount.chillClearanceUm', 'mount.windowS'],
  'end-plate': ['mount.endBoltNm'],
  pin: ['mount.hubSlotUm'],
  lock: ['mount.setScrewNm'],
  drive: ['fit.reductionUm', 'fit.travelMm', 'fit.nutAngleDeg', 'fit.leastLeftUm'],
  setting: ['arrange.pairColdUm', 'arrange.pairShimMm', 'arrange.pairNutDeg', 'arrange.pairLimitsUm'],
  fill: ['lubricate.firstFillG'],
  hot: ['runin.pairHotUm'],
}
