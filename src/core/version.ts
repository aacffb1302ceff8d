/** Version of the computation; stored with every result, so that a figure can be traced to the code that made it. */
export const CORE_VERSION = '2026.12.1'
