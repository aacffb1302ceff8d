/** Whether a machine m stands in the area $1 or below it. */
export const IN_AREA = `($1 = '' OR m.area = $1 OR starts_with(m.area, $1 || ' / '))`
