/** A force or moment across the shaft by its size and direction, and by its two parts. Angles in degrees, counted from the x axis. */

const rad = (deg: number) => (deg * Math.PI) / 180

/** The two parts of a vector, in the unit of its size; angle in degrees. Source: geometry. */
export const parts = (size: number, angleDeg: number): [x: number, y: number] => [
  size * Math.cos(rad(angleDeg)),
  size * Math.sin(rad(angleDeg)),
]

/** Direction of a vector in degrees, 0 to 360; 0 where there is none. Source: geometry. */
export function angleOf(x: number, y: number): number {
  // What is left of two parts that take each other away has no direction.
  if (Math.hypot(x, y) < 1e-9) return 0
  const deg = (Math.atan2(y, x) * 180) / Math.PI
  const whole = deg < 0 ? deg + 360 : deg
  return Math.abs(whole - 360) < 1e-9 ? 0 : whole
}
