import type { Api } from '@/api/client'
import { about, aboutRange } from '@/units/format'
import { hasScale } from '@/units/measures'
import { poured, sayAdvice, type Said } from './advice'

type Act = Api<'Act'>
type State = Api<'BatchState'>

/** One run of a step among all of a batch. */
export const runKey = (run: { step: string; load: number }) => `${run.step}#${run.load}`

/** The run that an act is about, once it goes on. */
export const runOf = (act: Act | undefined, state: State) =>
  act && state.runs.find((r) => runKey(r) === runKey(act))

/** “, load 2 of 6”, where it is done by loads. */
export const loadWords = (run: { load: number; loads: number }) =>
  run.loads > 1 ? `, load ${run.load} of ${run.loads}` : ''

/** How a run stands by its clock, in a few words. */
export function sayClock(run: Api<'RunState'>, now_ms: number): string {
  const left = (ms: number) => (ms - now_ms) / 1000
  if (run.manner === 'wait') {
    if (now_ms >= run.most_ms) return 'Longer than it should: go on now.'
    if (now_ms >= run.best_ms)
      return `Ready; ${about(left(run.most_ms))} more at most, then it has stood too long.`
    if (now_ms >= run.least_ms) return `May go on; best in about ${about(left(run.best_ms))}.`
    return `Best in about ${about(left(run.best_ms))}; not before ${about(left(run.least_ms))} from now.`
  }
  if (now_ms > run.most_ms) return 'It has taken longer than usual: look closely.'
  if (now_ms >= run.best_ms) return 'About now.'
  const spread = {
    low: Math.max(0, left(run.least_ms)),
    mid: left(run.best_ms),
    high: left(run.most_ms),
  }
  const range = aboutRange(spread)
  return `About ${about(spread.mid)} more${range && ` (${range})`}.`
}

/** What an act asks for, in kitchen words. */
export function sayAct(
  act: Act | undefined,
  state: State,
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
): Said {
  const step = setup.steps.find((s) => s.key === act?.step)
  if (!act || !step) return { headline: 'Nothing to do now', detail: '', urgent: false }
  if (act.of_syrup) return sayAdvice(state, setup, stageName, act.step)
  const run = runOf(act, state)
  const late = act.late && !run ? ' It has waited longer than it should.' : ''
  if (act.entry?.event === 'gate')
    return { headline: act.words, detail: `Before: ${step.title}.${late}`, urgent: false }
  if (act.entry?.event === 'step_began' || act.entry?.event === 'flame')
    return {
      headline: `${step.title}${loadWords(act)}`,
      detail: `${step.text}${late}`,
      urgent: act.late,
    }
  const due = ['due', 'urgent'].includes(act.class) && run?.manner !== 'wait'
  // What drinks on past its time calls what is to be done with it.
  const out = act.class === 'urgent' && run?.manner === 'wait'
  return {
    headline: out ? act.words : `${step.title}${loadWords(act)}`,
    detail: due && step.cue ? `Look: ${step.cue}.` : step.text,
    urgent: act.late,
  }
}

/** What is put away to wait, as its key says it. */
const PUT: Partial<Record<Api<'StepKind'>, string>> = {
  steep: 'It is in',
  ferment: 'It stands to rise',
  chill: 'It is in the cold',
  hang: 'It hangs',
  drain: 'It drains',
  rest: 'It is set aside',
}
function put(step: Api<'Step'>, setup: Api<'BatchSetup'>): string | undefined {
  if (step.attention !== 'none') return undefined
  if (step.kind !== 'soak') return PUT[step.kind]
  const lies = step.inputs?.find((i) => i.purpose === 'medium')?.ingredient
  const name = setup.lines.find((l) => l.ingredient === lies)?.name.toLowerCase()
  return `It is in the ${name ?? 'water'}`
}

/** What the large button of an act says. */
export function buttonWords(act: Act | undefined, setup: Api<'BatchSetup'>): string {
  const step = setup.steps.find((s) => s.key === act?.step)
  const entry = act?.entry
  switch (entry?.event) {
    case 'flame':
      return entry.flame === 'off' ? 'The flame is off' : `The flame is on, ${entry.flame}`
    case 'water_added':
      return `${poured(entry.water_g, hasScale(setup))} of water are in`
    case 'gate':
      return 'That is ready'
    case 'step_began': {
      const flame = setup.plan?.find((p) => p.step === act?.step)?.flame ?? step?.flame
      if (act && act.load > 1) return `Load ${act.load} is in`
      if (flame && flame !== 'off') return `It is on, ${flame} flame`
      return (step && put(step, setup)) ?? 'I have begun'
    }
    default:
      return `${step?.event ?? ''}${act?.flame_off ? ', flame off' : ''}`
  }
}
