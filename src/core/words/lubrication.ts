import type { Cautions, Questions } from './tables.js'

// prettier-ignore
export const LUBRICATION_CAUTIONS: Cautions = {
  'oil-at-rest': 'Nothing turns fast enough to carry a film: what is above the level stays dry and rusts. Turn it from time to time, or fill it full while it stands.',
  'grease-at-rest': 'Nothing turns fast enough to carry a film: a stiff grease with EP additives or solids, the bearing full of it, and fresh grease every {months}.',
  'grease-ages': 'At {hoursPerDay} a day the interval would be longer than {years} years: grease ages standing too, so {years} years govern.',
  'manual-stays': 'The records hold {kept} from the machine’s manual: they stay at the finish. This card gives {given}; choose a school here if those are to govern.',
  'greases-must-not-mix': '{words} The plan has a step for it.',
  'grease-too-slow': '{name} has so thick an oil that it serves to a speed factor of about {limit} 000 mm/min; here it is {ndm} 000. Take a thinner one, or ask its maker.',
  'grease-usual': 'The tin of {name} does not say its {what}: taken as usual for its thickener; its sheet says it more exactly.',
  'grease-too-hot': '{name} serves to {high}; the bearing runs at {run}.',
  'grease-too-cold': '{name} serves from {low}; it runs at {coldest}.',
  'grease-too-cold-start': '{name} serves from {low}; it starts at {coldest}.',
  'film-thin': 'The film is too thin (κ {kappa}): take thicker oil, or one with EP additives.',
  'film-low': 'κ {kappa} is under the 1 that is wanted; thicker oil would last longer.',
  'film-thick': 'κ {kappa} is more than it needs: the bearing runs warmer than it must.',
  'oil-too-hot': 'Above {limit} ordinary oil does not last: cool it, or take what its maker gives for this heat.',
  'bath-too-fast': 'The speed factor is {ndm} 000 mm/min; past about {limit} 000 a bath churns and warms itself: let the oil circulate.',
  'no-grease-speed': 'The speed factor is {times} times what a {family} runs at with grease: this is no grease case. Use oil or continuous feed, and ask the machine maker.',
  'no-grease-speed-bore': 'At this speed and bore grease does not stay: this is no grease case. Use oil or continuous feed, and ask the machine maker.',
  'grease-speed-high': 'The speed factor is over what is usual with grease in a {family}: only a grease made for speed, and watch the temperature.',
  'grease-service-life': 'The formula gives {interval}; no grease is left that long: {served} run or {years} years, whichever comes first.',
  'grease-hot': 'The housing is so hot that only a high-temperature grease lasts; check the grease window.',
}

// prettier-ignore
export const LUBRICATION_QUESTIONS: Questions = {
  'oil-viscosity': ['What oil does it run in? Its viscosity stands on the can or the plate of the machine.', 'Without it neither film nor life can be told.'],
  'oil-at-100': ['How thick is this oil at 100 °C? It stands on its sheet.', 'So thin an oil has no viscosity index; without the second figure its film cannot be told.'],
  grease: ['Which grease goes in?', 'Two greases that do not go together run out of the bearing or turn hard.'],
  'grease-inside': ['What grease was in the housing? Look at the nipple tag or the round; not known is an answer.', 'Unknown counts as no: the housing must then be cleaned out.'],
  gun: ['Which grease gun is used?', 'Pumps are not grams: guns give from half a gram to three grams a stroke.'],
  'manual-interval': ['What does the machine maker’s manual say? This plant follows the manual first.', 'Until it is entered the interval formula serves.'],
  surroundings: ['How dirty and how wet is it around the bearing? Say it here or at Duty.', 'Until then it counts as clean and dry, which gives the longest interval.'],
  'hours-per-day': ['How many hours a day does it run? Enter it at Duty.', 'Without it the interval has no date.'],
}
