/** What one of several takes: everything, the load across the shaft alone, or the thrust alone. */
export const TAKES = ['all', 'across', 'thrust'] as const
export type Takes = (typeof TAKES)[number]
export const TAKES_LABEL: Readonly<Record<Takes, string>> = { all: 'both', across: 'the load across the shaft', thrust: 'the thrust' }
