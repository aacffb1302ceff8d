import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const LOADS_CAUTIONS: Cautions = {
  'ring-difference': 'An inner ring more than {limit} warmer than the outer ring takes much of the clearance: check both readings.',
  'sealing-water': 'Water reaches this bearing: look at the seals first; rated life does not count water.',
  'sealing-dirt': 'Dirt reaches this bearing: look at the seals first; rated life does not count dirt.',
  'ring-hot': 'Over {limit} an ordinary ring grows for good: ask for the heat stabilisation class.',
  'over-static-rating': 'The load is above the static rating: the raceways would dent. Take a larger bearing or find out whether the load is right.',
  'static-safety': 'Static safety {staticSafety} is under the {safety} wanted for this shock.',
  'minimum-load': 'The load is below the least load of about {minimum}: the elements may skid. A smaller bearing would run better.',
  'life-short': 'The life of {hours} is under the {wanted} wanted for this kind of machine. Look at the load, or take a larger bearing.',
  'no-thrust': '{what} carries no axial load: another bearing must take it, or take another type.',
  'over-speed': '{speed} is above the guidance of {greaseSpeed} for this size with grease.',
  'over-dynamic-rating': 'The load is above the dynamic rating: no life can be stated, the bearing is far too small for it.',
  'life-outside-range': 'The load is over half the dynamic rating: the life formula is not valid there, the figure is only an order of size.',
  'axial-over-half-static': 'The axial load is over half the static rating: a deep groove ball bearing does not carry that.',
  'axial-over-quarter-static': 'The axial load is over a quarter of the static rating: too much for small or light series.',
  'flange-needed': 'Only a flanged cylindrical roller bearing takes thrust at all; one without flanges on both rings takes none.',
  'flange-overload': "The flange is asked for {asked}: above 40 % it is not allowed without the maker's figure.",
  'flange-steady': 'The flange is asked for {asked}: above 10 % only for short times.',
  'axial-over-third': 'The axial load is over a third of the radial load: one roller row carries nearly all of it.',
  'mostly-thrust': 'The axial load is over the radial load: a self-aligning ball bearing carries a share of thrust beside its radial load, not thrust first of all. Take an angular contact pair or a thrust bearing.',
  'induced-thrust': 'Its radial load alone makes a thrust of about {induced} along the shaft. One bearing of this kind cannot stand alone: a partner facing the other way must take that thrust, and what the partner sends back counts here as axial load.',
  'no-radial': 'A thrust ball bearing carries no radial load: another bearing must take it.',
  'tilt-without-profile': 'Tilted rollers are worked out without their profile: compare with the figure without tilt, and take neither for a life.',
  'pressure-plastic': 'The most loaded element presses its raceway so hard that it keeps a dent.',
  'film-none': 'The film is under a tenth of what the size asks for: no life can be stated. Take a thicker oil, or one with additives that the maker of the bearing allows.',
  'thrust-unheld': 'Something pushes along the shaft, and nobody has said which support holds: settle it at Arrange.',
  'sweep-open': 'A load that stands and one that turns along are nearly equal here: neither ring can be given a loose fit.',
  'radial-over-axial': 'The radial load is over 0.55 of the axial load: the rows would lift off.',
}

// prettier-ignore
export const LOADS_QUESTIONS: Questions = {
  'lubricant-unknown': ['Which grease is in there, or goes in? It is chosen at Lubricate.', 'Until then the rating life decides: dirt and a thin film may leave a tenth of it.'],
  'load-direction': ['Does the load stand still, or does it turn with the shaft?', 'The wrong answer makes the wrong ring loose: it creeps and wears its seat.'],
  'life-target': ['What kind of machine is it? That sets the life wanted.', 'Without a target a short life passes unnoticed.'],
}
