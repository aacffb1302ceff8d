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
  'creep-class': 'The loosest likely grip of {grip} is under the {needed} that holds against creep: {class} holds it, and the clearance stays.',
  'creep-class-group': 'The loosest likely grip of {grip} is under the {needed} that holds against creep: {class} holds it, with group {group} so that clearance is left.',
  'creep-no-class': 'The loosest likely grip of {grip} is under the {needed} that holds against creep, and a tighter class leaves no clearance: aim for the upper half of the tolerance and a ground finish, or lock the ring by a nut, a key or retaining compound.',
  'seat-worn': 'The {where} seat lacks {by} beyond {class}: the ring will creep there. Ways out: {ways}.',
  'seat-proud': 'The {where} seat has {by} too much for {class}: it takes clearance and stresses the ring. Ways out: {ways}.',
  'seat-out-of-form': 'The {where} seat is within its size and out of its form: the ring follows it, and clearance differs round the bearing. Ways out: {ways}.',
  'remedy-short': 'What is wrong at the {where} seat is more than this takes: {chosen}.',
  compound: 'Retaining compound: both faces clean and dry, at rest until it has set, by its sheet for the temperature. The next removal needs heat or force. Never where the ring must slide, and keep it out of the bearing.',
  'unmounted-off': 'Its clearance before mounting is {is}; {group} is {from} to {to}. Measure again over the top rollers with the ring turned in, or look whether it is this group.',
  'drive-up-tight': 'Driven up so far and hot, down to {left} would be left: take the next group, or less of the reduction.',
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
  'seat-remedy': ['What is done about the {where} seat?', 'A ring that turns on its seat wears it further and heats.'],
  'fit-group': ['Which clearance group goes in?', 'Fit and heat take clearance away; the group decides what is left.'],
  'shaft-raceway': ['The rollers run on the shaft: is it hardened and ground as the maker’s sheet asks?', 'A soft or rough shaft wears through in days.'],
}
