import { MATERIALS, type Material } from '../materials.js'

/** A joint of two concentric parts pressed together. Diameters in mm. */
export interface Joint {
  innerBoreMm: number
  jointMm: number
  /** Infinity for a part so thick that its wall does not count. */
  outerMm: number
  innerMaterial: Material
  outerMaterial: Material
}

/** (c² + b²) / (c² − b²), which is 1 for an endless wall. */
function wall(b: number, c: number): number {
  return Number.isFinite(c) ? (c * c + b * b) / (c * c - b * b) : 1
}

/**
 * Contact pressure in MPa for a diametral interference in µm; 0 for a loose joint.
 * Source: Lamé, thick-walled cylinders, plane stress.
 */
export function jointPressureMPa(joint: Joint, interferenceUm: number): number {
  if (interferenceUm <= 0) return 0
  const inner = MATERIALS[joint.innerMaterial]
  const outer = MATERIALS[joint.outerMaterial]
  const give =
    (wall(joint.jointMm, joint.outerMm) + outer.poisson) / (outer.youngGPa * 1000) +
    (wall(joint.innerBoreMm, joint.jointMm) - inner.poisson) / (inner.youngGPa * 1000)
  return interferenceUm / 1000 / (joint.jointMm * give)
}

/** Growth in µm of the free outer diameter of the outer part. Source: Lamé. */
export function outerGrowthUm(joint: Joint, interferenceUm: number): number {
  const { jointMm: b, outerMm: c } = joint
  const young = MATERIALS[joint.outerMaterial].youngGPa * 1000
  return (jointPressureMPa(joint, interferenceUm) * 2 * b * b * c * 1000) / (young * (c * c - b * b))
}

/** Shrink in µm of the free bore of the inner part. Source: Lamé. */
export function innerShrinkUm(joint: Joint, interferenceUm: number): number {
  const { innerBoreMm: a, jointMm: b } = joint
  const young = MATERIALS[joint.innerMaterial].youngGPa * 1000
  return (jointPressureMPa(joint, interferenceUm) * 2 * b * b * a * 1000) / (young * (b * b - a * a))
}
