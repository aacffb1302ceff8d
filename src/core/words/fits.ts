import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const FITS_CAUTIONS: Cautions = {
  'seat-size': 'The seat lies outside {class}: take its measured size for fit, heating and force, or have it put right.',
  'seat-form': 'The seat is out of form by more than {allowed} µm across: the ring follows it, and clearance differs round the bearing.',
  'trace-of-preload': 'With {group} it probably runs with a trace of preload ({of100} of 100 assemblies). A ball bearing of this size takes up to {taken}; it runs stiffer and warmer, so watch the first hours and take the next group where heat may grow.',
  'clearance-used-up': 'With {group} the clearance can be used up when running hot ({of100} of 100 assemblies). A tight bearing heats itself further.',
  'both-rings-still': 'The load is said to stand still on both rings: then nothing turns. Which ring turns, and does the load turn with it? Until it is known take indeterminate.',
  'both-rings-swept': 'The load is said to sweep both rings: a load that stands still sweeps only the ring that turns. Which one is it? Where it both turns and stands take indeterminate.',
  'own-class': '{own} was chosen instead of the recommended {advised}.',
  'outer-loose-hot': 'The housing expands further than the outer ring: hot, the ring that the load sweeps can be {loose} loose and creeps. Take a tighter class, a steel liner or a pin.',
  creep: 'The loosest likely grip of {grip} is under the {needed} that holds against creep: aim for the upper half of the shaft tolerance.',
  'clearance-set': 'Its clearance is set against its partner when it is mounted: by the machine maker’s manual.',
  'free-ring-tight': 'This end must let the ring slide, but the housing seat grips it.',
  'inner-must-slide': 'The load sweeps the inner ring: a fit loose enough to slide would creep and wear the shaft. Let the outer ring slide, or take a type that moves inside.',
  'hollow-shaft': 'The table is for a solid shaft; a hollow one gives way and holds the ring less. Check the grip against creep before settling on this class.',
  'ring-gauge': 'A drawn cup takes size and roundness from its housing: judge it pressed into a ring gauge or into the housing, never by its free outside.',
  'outer-must-slide': 'The load sweeps the outer ring: it cannot both sit tight and slide. Use a type that moves inside for the free end.',
  'split-housing': 'A split housing must not pinch the ring: {name} was eased to J7. If the load really sweeps the outer ring, use a housing in one piece.',
  'bands-part': 'The two schools of load bands part here: bands {otherBands} call this load {otherBand} and give {otherShaft} / {otherHousing}.',
}

// prettier-ignore
export const FITS_QUESTIONS: Questions = {
  'taper-seat': ['Does it sit on a tapered shaft or on a withdrawal sleeve, and on which diameter?', 'The seat under a taper is not the bore of the bearing: the drawing or the sleeve says it.'],
  'drive-up': ['How much clearance is left once it is driven up? Measure with feelers before and after.', 'On a taper the drive-up takes the clearance, not the fit: too little and it creeps, too much and it seizes.'],
  'clearance-sheet': ['No clearance table is held for this {family}: what is left by the maker’s sheet?', 'Fit and heat take clearance away; without the range nobody knows what is left.'],
  'fit-group': ['Which clearance group goes in?', 'Fit and heat take clearance away; the group decides what is left.'],
  'shaft-raceway': ['The rollers run on the shaft: is it hardened and ground as the maker’s sheet asks?', 'A soft or rough shaft wears through in days.'],
}
