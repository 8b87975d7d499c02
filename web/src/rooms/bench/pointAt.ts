import type { Api } from '@/api/client'

/** The boil at a moment: between two points of the series, along a straight line. */
export function pointAt(series: readonly Api<'Point'>[], s: number): Api<'Point'> | undefined {
  const i = series.findIndex((p) => p.elapsed_s.mid >= s)
  const b = i < 0 ? series.at(-1) : series[i]
  const a = series[Math.max(0, i - 1)]
  if (!a || !b || i <= 0) return b
  const share = (s - a.elapsed_s.mid) / (b.elapsed_s.mid - a.elapsed_s.mid || 1)
  const between = (of: (p: Api<'Point'>) => number) => of(a) + share * (of(b) - of(a))
  return {
    elapsed_s: {
      low: between((p) => p.elapsed_s.low),
      mid: s,
      high: between((p) => p.elapsed_s.high),
    },
    solids_frac: between((p) => p.solids_frac),
    liquid_c: between((p) => p.liquid_c),
    shown_c: between((p) => p.shown_c),
    gross_g: between((p) => p.gross_g),
    volume_ml: between((p) => p.volume_ml),
    string_cm: between((p) => p.string_cm),
    brix: b.brix == null || a.brix == null ? b.brix : between((p) => p.brix ?? 0),
  }
}
