// Every figure of every sweet against the same figure elsewhere, asked as a stranger over HTTP: the sweet's page, the
// start at the stove, the shelf, the tray. Half, once and four times its size. `make figures`; ends with 1 if two places
// differ, a sum does not add up, or a figure nobody would believe is told.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, json } from './program.mjs'

const PORT = 18_474
const FACTORS = [0.5, 1, 4]
const folder = mkdtempSync(join(tmpdir(), 'unctum-figures-'))
const program = new Program(join(folder, 'notebook.db'), PORT, '--simulated-clock')
await program.start()

const amiss = new Map()
let compared = 0
let where = ''
const tell = (what, words) => amiss.set(what, [...(amiss.get(what) ?? []), `${where}: ${words}`])
const near = (what, a, b, share = 1e-6, within = 1e-6) => {
  compared++
  if (a == null && b == null) return
  if (!(Math.abs(a - b) <= within + share * Math.max(Math.abs(a), Math.abs(b))))
    tell(what, `${a} against ${b}`)
}
const holds = (what, ok, words) => {
  compared++
  if (!ok) tell(what, words)
}
const sum = (list, of) => list.reduce((all, x) => all + of(x), 0)

const steps = (formula, plan) => {
  for (const s of formula.steps) {
    const { minutes, begins_min } = s.time
    holds(
      'minutes in order',
      0 <= minutes.low && minutes.low <= minutes.mid && minutes.mid <= minutes.high,
      `${s.step} ${JSON.stringify(minutes)}`,
    )
    holds('a step of less than a day', minutes.high <= 1441, `${s.step} ${minutes.high} min`)
    holds('begins after the start', begins_min >= -1e-6, `${s.step} ${begins_min}`)
    if (s.heat_to_c != null)
      holds(
        'a temperature that can be',
        s.heat_to_c > 20 && s.heat_to_c <= 200,
        `${s.step} ${s.heat_to_c} °C`,
      )
    const there = plan.setup.plan.find((p) => p.step === s.step)
    if (there) near(`minutes: page and stove`, minutes.mid, there.minutes.mid, 0.03, 0.5)
  }
  const { total_min, hands_min } = formula.times
  holds(
    'hands within the whole',
    hands_min <= total_min.mid + 1e-6,
    `${hands_min} of ${total_min.mid}`,
  )
}

const sums = (formula) => {
  // What is weighed is what her scale and her hand can weigh.
  near(
    'lines and what is put in',
    sum(formula.lines, (l) => l.weigh_g),
    formula.put_in_g,
    0.02,
    1,
  )
  for (const l of formula.lines)
    near(
      `uses and their line`,
      sum(l.uses, (u) => u.weigh_g),
      l.weigh_g,
      0,
      0.51,
    )
  const unused = sum(formula.asides, (a) => a.unused_g)
  near(
    'in, gone and finished',
    formula.put_in_g - formula.evaporated_g - unused,
    formula.finished_g,
    0.01,
    1,
  )
  near(
    'composition',
    sum(Object.entries(formula.composition), ([k, v]) => (k.endsWith('_frac') ? v : 0)),
    1,
    0.02,
  )
  const { count, piece_g, edges_g } = formula.pieces
  if (count != null && piece_g != null)
    near('pieces, edges and finished', count * piece_g + edges_g, formula.finished_g, 1e-6, 0.5)
}

const pieces = async (answer, plan) => {
  const { formula, laid } = answer
  near('pieces: page and stove', formula.pieces.count, plan.setup.pieces, 0.02, 1)
  const place = laid[0]
  if (!place || formula.pieces.count == null) return
  const marked = json(await program.ask('POST', '/set/tray', place.ask))
  const whole = marked.whole_pieces * place.trays
  holds(
    'pieces: page and tray',
    whole >= formula.pieces.count && whole <= 1.1 * formula.pieces.count + place.trays,
    `${whole} lie whole for ${formula.pieces.count}`,
  )
  near('a piece: page and tray', marked.piece_g, formula.pieces.piece_g, 0.15)
  near(
    'whole and trim',
    marked.whole_pieces * marked.piece_g + marked.trim_g,
    place.ask.mass_g,
    1e-6,
    0.1,
  )
}

const baths = (formula) => {
  for (const f of formula.finish.frying) {
    const all = formula.steps.find((s) => s.step === f.step)?.time.minutes
    const { loads, minutes_each, recovers_min } = f.fry
    const least = loads * minutes_each.mid
    holds(
      'loads and all of it',
      all.mid >= least - 0.5 && all.mid <= least + loads * (recovers_min + 3) + 5,
      `${loads} loads of ${minutes_each.mid} min, all of it ${all.mid} min`,
    )
  }
  const { chhena } = formula.finish
  if (chhena) near('chhena and finished', chhena.chhena_g, formula.finished_g, 1e-6, 0.5)
}

const signs = (answer, plan) => {
  const [a, b] = [answer.syrup?.signs, plan.syrup?.signs]
  if (!a || !b) return holds('a syrup: page and stove', !a === !b, 'only one of them tells one')
  near('strength: page and stove', a.aim.solids_frac, b.aim.solids_frac, 0.004)
  near('on the scale: page and stove', a.aim.gross_g, b.aim.gross_g, 0.02, 2)
  const boil = answer.formula.steps.find((s) => s.stage != null)
  if (boil && boil.pan_end_g != null)
    near('on the scale: step and signs', boil.pan_end_g, a.aim.gross_g, 0.02, 2)
}

const { cards } = json(await program.ask('GET', '/sweets'))
for (const card of cards) {
  const page = json(await program.ask('GET', `/sweets/${card.key}`))
  for (const [i, method] of page.sweet.methods.entries()) {
    for (const factor of FACTORS) {
      where = `${card.key}/${method.key} × ${factor}`
      const size = { kind: 'times', factor }
      const answer = json(
        await program.ask('POST', `/sweets/${card.key}/formula`, { method_key: method.key, size }),
      )
      const plan = json(
        await program.ask('POST', '/batches/plan', {
          sweet_key: card.key,
          method_key: method.key,
          size,
        }),
      )
      if (!answer.formula || !plan.setup) {
        holds('both places can', !answer.formula === !plan.setup, answer.detail ?? plan.detail)
        continue
      }
      const { formula } = answer
      if (factor === 1 && i === 0) {
        near('the whole: shelf and page', card.total_min, formula.times.total_min.mid)
        near('hands: shelf and page', card.hands_min, formula.times.hands_min)
      }
      steps(formula, plan)
      sums(formula)
      await pieces(answer, plan)
      baths(formula)
      signs(answer, plan)
    }
  }
}
await program.end()
rmSync(folder, { recursive: true })
console.log(`${compared} figures compared`)
for (const [what, seen] of amiss) {
  console.log(`${String(seen.length).padStart(4)} × ${what}`)
  for (const words of seen.slice(0, 6)) console.log(`       ${words}`)
}
process.exitCode = amiss.size ? 1 : 0
