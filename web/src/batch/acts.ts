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
    if (now_ms >= run.best_ms) return 'Ready.'
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
  return `About ${about(spread.mid)} more (${aboutRange(spread)}).`
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
  return {
    headline: `${step.title}${loadWords(act)}`,
    detail: due && step.cue ? `Look: ${step.cue}.` : step.text,
    urgent: act.late,
  }
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
      return flame && flame !== 'off' ? `It is on, ${flame} flame` : 'I have begun'
    }
    default:
      return `${step?.event ?? ''}${act?.flame_off ? ', flame off' : ''}`
  }
}
