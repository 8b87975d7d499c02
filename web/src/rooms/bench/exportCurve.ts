import type { Api } from '@/api/client'

function save(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** The curve as a table: boil first, then the carry-over after the turn-off. SI units, as computed. */
export function curveCsv(boil: Api<'BoilDownAnswer'>): string {
  const columns = {
    elapsed_s: (p) => p.elapsed_s.mid,
    elapsed_low_s: (p) => p.elapsed_s.low,
    elapsed_high_s: (p) => p.elapsed_s.high,
    solids_frac: (p) => p.solids_frac,
    liquid_c: (p) => p.liquid_c,
    shown_c: (p) => p.shown_c,
    gross_g: (p) => p.gross_g,
    volume_ml: (p) => p.volume_ml,
    string_cm: (p) => p.string_cm,
  } satisfies Record<string, (p: Api<'Point'>) => number>
  const row = (part: string) => (p: Api<'Point'>) =>
    [part, ...Object.values(columns).map((of) => of(p))].join(',')
  const lines = [...boil.series.map(row('boil')), ...boil.tail.map(row('carry-over'))]
  return [['part', ...Object.keys(columns)].join(','), ...lines, ''].join('\n')
}

export function saveCsv(boil: Api<'BoilDownAnswer'>): void {
  save(new Blob([curveCsv(boil)], { type: 'text/csv' }), 'boil-down.csv')
}

const KEPT = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
  'color',
]

/** A drawing on the page as a picture that stands alone: its styles written into it. */
export function standalone(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement
  const originals = [svg, ...svg.querySelectorAll<SVGElement>('*')]
  const copies = [copy, ...copy.querySelectorAll<SVGElement>('*')]
  copies.forEach((element, i) => {
    const original = originals[i]
    if (!original) return
    const style = getComputedStyle(original)
    // As attributes of the drawing: pages of Unctum apply no styles that are written into their text.
    KEPT.forEach((name) => element.setAttribute(name, style.getPropertyValue(name)))
    element.removeAttribute('style')
    element.removeAttribute('class')
  })
  const { width, height } = svg.getBoundingClientRect()
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', `${width}`)
  copy.setAttribute('height', `${height}`)
  const ground = getComputedStyle(svg).getPropertyValue('--ground')
  copy.insertAdjacentHTML('afterbegin', `<rect width="100%" height="100%" fill="${ground}"/>`)
  return new XMLSerializer().serializeToString(copy)
}

export function saveSvg(svg: SVGSVGElement): void {
  save(new Blob([standalone(svg)], { type: 'image/svg+xml' }), 'boil-down.svg')
}

export async function savePng(svg: SVGSVGElement): Promise<void> {
  const { width, height } = svg.getBoundingClientRect()
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(standalone(svg))}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = 2 * width
  canvas.height = 2 * height
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
  if (blob) save(blob, 'boil-down.png')
}
