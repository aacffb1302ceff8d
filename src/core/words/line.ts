import type { Cautions } from './tables.js'

/** Of a shaft line that is typed, drawn or read from a list. */
// prettier-ignore
export const LINE_CAUTIONS: Cautions = {
  'line-without-support': 'No bearing stands on this shaft yet.',
  'line-too-many': 'A line holds up to {most} supports.',
  'line-too-long': 'A line is up to {most} long.',
  'support-without-name': 'This support has no name.',
  'support-named-twice': 'Two supports are called {name}: give each a name of its own.',
  'support-without-bearing': 'Nothing stands at the {name}: type a bearing, or ? where nobody knows.',
  'fitted-in-future': 'At the {name} something is said to be fitted on a day that has not come yet.',
  'supports-in-one-place': 'The {other} must lie to the right of the {one}.',
  'supports-overlap': 'The {one} and the {other} lie {apart} apart, their bearings need {needed}.',
  'shaft-section-size': 'Section {number} of the shaft has no size: a diameter and a length above nothing.',
  'shaft-bore-wide': 'Section {number} of the shaft has a bore as wide as itself.',
  'support-off-shaft': 'The {name} stands {by} beyond the end of the shaft as it is drawn.',
  'component-off-shaft': 'The {name} sits {by} beyond the end of the shaft as it is drawn.',
  'words-oil': '“{text}” is no oil: its viscosity, how it comes and its class, as in in oil VG 68 circulating -/17/14.',
  'words-shaft': '“{text}” is no shaft: diameter x length of each section, joined by +, as in shaft 60 x 300 + 80 x 500 bore 30 begins 120.',
  'words-empty': 'Nothing stands between these two commas.',
  'words-unknown': '“{text}” is not understood here: a bearing’s number, a distance, or what sits on the shaft. What no table lists stands in quotes.',
  'words-not-here': '“{text}” is not understood behind a bearing: held, free, on its sleeve, pair, since.',
  'words-no-bearing': '“{text}” says how something is fitted, but not what: the bearing’s number comes first, or ? where nobody knows.',
  'words-same-as-what': 'The same as what? No bearing stands before it.',
  'words-distance-missing': 'How far is it from the {one} to the {other}? Type the distance between them.',
  'words-distance-twice': 'Between the {one} and the {other} either one distance for all, or one for each gap.',
  'words-distance-nowhere': 'This distance leads to nothing: it stands between two things on the shaft.',
  'words-distance-small': 'A distance is more than nothing.',
  'words-since': '“{text}” is no day: write 2026-03-12.',
  'words-set': 'A set has 2 to {most} bearings: pair back-to-back, or set of 3 tandem.',
}
