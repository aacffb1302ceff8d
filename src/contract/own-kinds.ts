/** Lists that a plant keeps over the base catalogue, each by form and by CSV. */
export const OWN_KINDS = [
  'machines',
  'greasing',
  'history',
  'people',
  'bearings',
  'figures',
  'letters',
  'cross-references',
  'stock',
  'tools',
  'instruments',
  'aside',
] as const
export type OwnKind = (typeof OWN_KINDS)[number]
