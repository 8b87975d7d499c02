import type { Api } from '@/api/client'

export type StageKey = Api<'StageKey'>

/** Fill of a stage's stratum: the token of its name. */
export function syrupColour(stage: StageKey): string {
  return `var(--syrup-${stage})`
}

/** Ink that can be read on a stage's stratum. */
export function inkOn(stage: StageKey): string {
  return `var(--on-${stage})`
}

/**
 * Height of a strength (0–1) in the strata: each equal step upwards leaves the same smaller share
 * of water, so that the string stages, a few grams apart, get the room that they need.
 */
export function height(solidsFrac: number): number {
  return -Math.log(1 - Math.min(Math.max(solidsFrac, 0), 0.985))
}

/** The strength at a height: the inverse of `height`. */
export function strengthAt(h: number): number {
  return 1 - Math.exp(-h)
}

/** The stage of the ladder at a strength. */
export function stageAt(
  ladder: readonly Api<'Stage'>[],
  solidsFrac: number,
): Api<'Stage'> | undefined {
  return ladder.findLast((stage) => solidsFrac >= stage.low_frac) ?? ladder[0]
}
