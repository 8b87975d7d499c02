import { computed, type Ref } from 'vue'
import type { Api } from '@/api/client'
import { handLine, polyline, type Dot } from '@/look/hand'
import { height } from '@/look/strata'
import { celsius } from '@/units/format'

/** What is drawn of a boil. */
export interface Drawn {
  ladder: readonly Api<'Stage'>[]
  from: number
  to: number
  end_s: number
  boil?: Api<'BoilDown'>
}

const LEFT = 148
const RIGHT = 66
/** Room above the strata, px. */
export const TOP = 14
const BOTTOM = 34

/** Where everything of a drawn boil lies: strata, curve, band of doubt, tail and marks, in the frame's pixels. */
export function strataLines(
  props: Drawn,
  size: { width: Readonly<Ref<number>>; height: Readonly<Ref<number>> },
) {
  const narrow = computed(() => size.width.value < 380)
  const close = computed(() => size.width.value < 560)
  const left = computed(() => (narrow.value ? 40 : close.value ? 126 : LEFT))
  const right = computed(() => (close.value ? 54 : RIGHT))
  const box = computed(() => ({
    w: Math.max(size.width.value, 240),
    h: Math.max(size.height.value, 220),
  }))

  const x = (s: number) => left.value + (s / props.end_s) * (box.value.w - left.value - right.value)
  const y = (frac: number) => {
    const [low, high] = [height(props.from), height(props.to)]
    const share = (height(frac) - low) / (high - low)
    return box.value.h - BOTTOM - share * (box.value.h - TOP - BOTTOM)
  }
  const bands = computed(() =>
    props.ladder
      .filter((s) => s.high_frac > props.from + 0.003 && s.low_frac < props.to - 0.003)
      .map((stage) => {
        const top = y(Math.min(stage.high_frac, props.to))
        const bottom = y(Math.max(stage.low_frac, props.from))
        return { stage, top, bottom, tall: bottom - top }
      }),
  )

  const marks = computed(() =>
    (props.boil?.stages ?? [])
      .filter((s) => s.at_s.mid <= props.end_s)
      .map((s) => {
        const low = props.ladder.find((l) => l.key === s.stage)?.low_frac ?? 0
        return { key: s.stage, y: y(low), shown: celsius(s.shown_c) }
      })
      .filter((m, i, all) => i === 0 || Math.abs((all[i - 1]?.y ?? 0) - m.y) > 13),
  )

  const ticks = computed(() => {
    const min = props.end_s / 60
    const step = [1, 2, 5, 10, 15, 30, 60].find((n) => min / n <= (close.value ? 5 : 9)) ?? 120
    return Array.from({ length: Math.floor(min / step) + 1 }, (_, i) => i * step)
  })

  // Before the boil strength hardly moves, and what is known of it is the measuring alone.
  const banded_s = computed(() => 0.8 * (props.boil?.boils_at_s?.mid ?? 0))
  const band = computed(() => {
    const points = props.boil?.series.filter((p) => p.elapsed_s.mid >= banded_s.value) ?? []
    const dots: Dot[] = [
      ...points.map((p) => ({ x: x(p.elapsed_s.low), y: y(p.solids_frac) })),
      ...points.map((p) => ({ x: x(p.elapsed_s.high), y: y(p.solids_frac) })).reverse(),
    ]
    return dots.length > 2 ? `${polyline(dots)}Z` : ''
  })
  const off_s = computed(() => props.boil?.turn_off.at_s.mid ?? 0)
  const off = computed(() => {
    const turn = props.boil?.turn_off
    return turn ? [{ x: x(turn.at_s.mid), y: y(turn.solids_frac) }] : []
  })
  const way = (keep: (s: number) => boolean) =>
    (props.boil?.series ?? [])
      .filter(
        (p) => keep(p.elapsed_s.mid) && p.elapsed_s.mid <= props.end_s && p.solids_frac <= props.to,
      )
      .map((p) => ({ x: x(p.elapsed_s.mid), y: y(p.solids_frac) }))
  const before = computed(() => polyline([...way((s) => s < off_s.value), ...off.value]))
  const beyond = computed(() => polyline([...off.value, ...way((s) => s > off_s.value)]))
  const tail = computed(() =>
    polyline(
      (props.boil?.tail ?? [])
        .filter((p) => p.elapsed_s.mid <= props.end_s)
        .map((p) => ({ x: x(p.elapsed_s.mid), y: y(p.solids_frac) })),
    ),
  )
  const floor = computed(() =>
    handLine({ x: left.value, y: y(props.from) }, { x: x(props.end_s), y: y(props.from) }, 3),
  )
  const aim = computed(() => {
    const target = props.boil?.target_frac
    return target === undefined
      ? ''
      : handLine({ x: left.value, y: y(target) }, { x: x(props.end_s), y: y(target) }, 5, 0.5)
  })

  return {
    narrow,
    left,
    right,
    box,
    x,
    y,
    bands,
    marks,
    ticks,
    band,
    off_s,
    before,
    beyond,
    tail,
    floor,
    aim,
  }
}
